import { type Border, borderDepth, formatLength, type GridSetting, isTooLarge, makeMap } from '@gorse/core';
import { NumberInput, SimpleGrid, Stack, Switch, Text } from '@mantine/core';
import { useState } from 'react';
import { LengthInput } from '../../ui/length-input.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';

/** What a top is made of, as it is typed. */
export interface TopForm {
  readonly setting: GridSetting;
  readonly borders: readonly Border[];
}

interface Props {
  readonly top: TopForm;
  readonly onTop: (top: TopForm) => void;
}

/** The measurements of a plain grid of blocks with a border; the finished size follows. */
export function GridForm({ top, onTop }: Props) {
  const style = useLengthStyle();
  const { setting: grid, borders } = top;
  const map = makeMap(grid, borders);
  const [square, setSquare] = useState(grid.blockWidth === grid.blockHeight);
  const set = (change: Partial<GridSetting>): void => onTop({ borders, setting: { ...grid, ...change } });
  const count = (value: string | number, key: 'across' | 'down'): void => {
    const n = Number(value);
    if (Number.isInteger(n) && n >= 1 && n <= 60) set({ [key]: n });
  };
  return (
    <Stack gap="sm">
      <SimpleGrid cols={2} spacing="sm">
        <NumberInput
          label="Blocks across"
          value={grid.across}
          min={1}
          max={60}
          allowDecimal={false}
          clampBehavior="strict"
          onChange={(v) => count(v, 'across')}
        />
        <NumberInput
          label="Blocks down"
          value={grid.down}
          min={1}
          max={60}
          allowDecimal={false}
          clampBehavior="strict"
          onChange={(v) => count(v, 'down')}
        />
      </SimpleGrid>
      <Switch
        label="Square blocks"
        checked={square}
        onChange={(event) => {
          setSquare(event.currentTarget.checked);
          if (event.currentTarget.checked) set({ blockHeight: grid.blockWidth });
        }}
      />
      <SimpleGrid cols={2} spacing="sm">
        <LengthInput
          label={square ? 'Block size' : 'Block width'}
          value={grid.blockWidth}
          least={20}
          most={3000}
          onLength={(mm) => set(square ? { blockWidth: mm, blockHeight: mm } : { blockWidth: mm })}
        />
        {!square && (
          <LengthInput
            label="Block height"
            value={grid.blockHeight}
            least={20}
            most={3000}
            onLength={(mm) => set({ blockHeight: mm })}
          />
        )}
        <LengthInput
          label="Sashing width"
          value={grid.sashing}
          least={0}
          most={600}
          onLength={(mm) => set({ sashing: mm })}
        />
        <LengthInput
          label="Border width"
          value={borderDepth(borders)}
          least={0}
          most={1000}
          onLength={(mm) => onTop({ setting: grid, borders: [{ width: mm }] })}
        />
      </SimpleGrid>
      <Text fw={600} fz={20} data-testid="finished-size">
        {formatLength(map.size.width, style)} × {formatLength(map.size.length, style)}
      </Text>
      {isTooLarge(map) && (
        <Text role="alert" c="rowan.7" fw={600}>
          That is larger than 6 m (236 in). Make the blocks fewer or smaller.
        </Text>
      )}
      <Text size="sm" c="var(--ink-soft)">
        Finished width × length of the top. Sizes are as they finish, without seam allowances.
      </Text>
    </Stack>
  );
}
