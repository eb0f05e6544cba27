import { type Border, BORDER_CORNERS, type BorderCorner, evenBorder, SIDES } from '@gorse/core';
import { Button, Group, Select, SimpleGrid, Stack, Switch } from '@mantine/core';
import { useState } from 'react';
import { LengthInput } from '../../ui/length-input.tsx';
import { EdgeForm } from './edge-form.tsx';
import { WIDEST_BORDER } from './map-forms.ts';

const CORNERS: Readonly<Record<BorderCorner, string>> = {
  'ends-last': 'top and bottom go on last',
  'sides-last': 'the sides go on last',
  mitred: 'mitred corners',
  cornerstones: 'cornerstones',
};
const CHOICES = BORDER_CORNERS.map((value) => ({ value, label: CORNERS[value] }));
const MOST = 12;
/** What a border begins with. */
const NEW = evenBorder(50.8);

interface Props {
  readonly borders: readonly Border[];
  readonly onBorders: (borders: readonly Border[]) => void;
}

/** Any number of borders from the inside out. */
export function BordersForm({ borders, onBorders }: Props) {
  const shown = borders.length === 0 ? [evenBorder(0)] : borders;
  const outermost = borders.at(-1);
  const label = (i: number): string => (shown.length === 1 ? 'Border' : `Border ${i + 1}`);
  return (
    <Stack gap={6}>
      {shown.map((border, i) => (
        <OneBorder key={i} name={label(i)} border={border} onBorder={(next) => onBorders(shown.with(i, next))} />
      ))}
      {outermost && SIDES.every((side) => outermost[side] > 0) && (
        <EdgeForm edge={outermost.edge} onEdge={(edge) => onBorders(borders.with(-1, { ...outermost, edge }))} />
      )}
      <Group gap={6}>
        {borders.length > 0 && borders.length < MOST && (
          <Button size="compact-sm" variant="default" onClick={() => onBorders([...borders, NEW])}>
            Another border outside
          </Button>
        )}
        {borders.length > 1 && (
          <Button size="compact-sm" variant="default" onClick={() => onBorders(borders.slice(0, -1))}>
            Without the outermost
          </Button>
        )}
      </Group>
    </Stack>
  );
}

function OneBorder({
  name,
  border,
  onBorder,
}: {
  readonly name: string;
  readonly border: Border;
  readonly onBorder: (border: Border) => void;
}) {
  const isEven = SIDES.every((side) => border[side] === border.top);
  const [apart, setApart] = useState(false);
  const isApart = apart || !isEven;
  return (
    <Stack gap={6}>
      {!isApart ? (
        <LengthInput
          label={`${name} width`}
          value={border.top}
          least={0}
          most={WIDEST_BORDER}
          onLength={(mm) => onBorder({ ...evenBorder(mm, border.corner), edge: border.edge })}
        />
      ) : (
        <SimpleGrid cols={2} spacing="sm">
          {SIDES.map((side) => (
            <LengthInput
              key={side}
              label={`${name}, ${side}`}
              value={border[side]}
              least={0}
              most={WIDEST_BORDER}
              onLength={(mm) => onBorder({ ...border, [side]: mm })}
            />
          ))}
        </SimpleGrid>
      )}
      {SIDES.some((side) => border[side] > 0) && (
        <>
          <Select
            aria-label={`How ${name.toLowerCase()} is pieced at its corners`}
            data={CHOICES}
            value={border.corner}
            allowDeselect={false}
            onChange={(value) => value && onBorder({ ...border, corner: value })}
          />
          <Switch
            label="Each side its own width"
            checked={isApart}
            onChange={(event) => {
              setApart(event.currentTarget.checked);
              if (!event.currentTarget.checked)
                onBorder({ ...evenBorder(border.top, border.corner), edge: border.edge });
            }}
          />
        </>
      )}
    </Stack>
  );
}
