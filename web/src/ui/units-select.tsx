import { LENGTH_STYLES, type LengthStyle } from '@gorse/core';
import { Menu, UnstyledButton } from '@mantine/core';
import { useLengthStyle, usePreferences } from './preferences.ts';

const NAMES: Readonly<Record<LengthStyle, readonly [short: string, long: string]>> = {
  in16: ['in 1/16', 'inches, to 1/16'],
  in32: ['in 1/32', 'inches, to 1/32'],
  inDecimal: ['in .000', 'inches, decimal'],
  cm: ['cm', 'centimetres'],
  mm: ['mm', 'millimetres'],
};

/** Every number follows at once. */
export function UnitsSelect() {
  const style = useLengthStyle();
  return (
    <Menu position="bottom-end">
      <Menu.Target>
        <UnstyledButton px={8} py={6} fw={600} style={{ whiteSpace: 'nowrap' }}>
          <span className="visually-hidden">Units: </span>
          {NAMES[style][0]} ▾
        </UnstyledButton>
      </Menu.Target>
      <Menu.Dropdown>
        {LENGTH_STYLES.map((option) => (
          <Menu.Item
            key={option}
            fw={option === style ? 700 : 400}
            onClick={() => usePreferences.setState({ lengthStyle: option })}
          >
            {NAMES[option][1]}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
