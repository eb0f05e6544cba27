import { LENGTH_STYLES, type LengthStyle, SHEET_PAPERS, type SheetPaper } from '@gorse/core';
import { Menu, UnstyledButton } from '@mantine/core';
import { useLengthStyle, usePreferences, useSheetPaper } from './preferences.ts';

const NAMES: Readonly<Record<LengthStyle, readonly [short: string, long: string]>> = {
  in16: ['in 1/16', 'inches, to 1/16'],
  in32: ['in 1/32', 'inches, to 1/32'],
  inDecimal: ['in .000', 'inches, decimal'],
  cm: ['cm', 'centimetres'],
  mm: ['mm', 'millimetres'],
};

const PAPER_NAMES: Readonly<Record<SheetPaper, string>> = { a4: 'A4', letter: 'Letter' };

/** Every number follows at once; the paper of sheets follows the units until one is chosen. */
export function UnitsSelect() {
  const style = useLengthStyle();
  const paper = useSheetPaper();
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
        <Menu.Label>Sheets are printed on</Menu.Label>
        {SHEET_PAPERS.map((option) => (
          <Menu.Item
            key={option}
            fw={option === paper ? 700 : 400}
            onClick={() => usePreferences.setState({ paper: option })}
          >
            {PAPER_NAMES[option]}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
