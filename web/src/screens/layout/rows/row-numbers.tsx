import { formatLength, MM_PER_INCH, type RowNumber, type RowSetRecord, trimmed } from '@gorse/core';
import { ActionIcon, Stack, Text, Tooltip } from '@mantine/core';
import { IconPin, IconPinFilled } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { NUMBER_NAMES, pullNumber, useReshaping } from './reshape.ts';
import { edit } from '../../../document/plan-store.ts';
import { changeRows } from '../../../document/rows.ts';
import type { ShownRows } from '../../../planning-worker/shown.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import { NumberEntry } from '../../../ui/number-entry.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { boxes, sizeChange } from './answers.tsx';

/** The numbers that hang together: pull one and the others follow, or pin it. */
export function RowNumbersForm({ set, planned }: { readonly set: RowSetRecord; readonly planned: ShownRows }) {
  const style = useLengthStyle();
  const { refusal } = useReshaping();
  const { numbers } = set;
  const drawn = planned.height / numbers.scale;
  const boxGap = planned.rows[1]?.boxGap ?? null;
  return (
    <section aria-label="Numbers">
      <Text fw={700} mt="md">
        Pull a number
      </Text>
      <Text size="sm" mb={4}>
        The others follow. A pin holds one.
      </Text>
      <Stack gap={6}>
        <Pinned set={set} which="rows">
          <NumberEntry
            label="Rows"
            min={1}
            max={500}
            allowDecimal={false}
            value={numbers.rows}
            onNumber={(value) => void pullNumber('rows', value)}
          />
        </Pinned>
        <Pinned set={set} which="height">
          <LengthInput
            label={`Row height, ${sizeChange(numbers.scale)}`}
            value={planned.height}
            least={drawn * 0.25}
            most={drawn * 4}
            onLength={(mm) => void pullNumber('height', mm / drawn)}
          />
        </Pinned>
        <Pinned set={set} which="clearance">
          <LengthInput
            label={`Clearance${boxGap === null ? '' : `, ${boxes(boxGap, style)}`}`}
            value={numbers.clearance}
            least={0}
            most={20 * MM_PER_INCH}
            onLength={(mm) => void pullNumber('clearance', mm)}
          />
        </Pinned>
        <Pinned set={set} which="margin">
          <LengthInput
            label={set.last === 'whole' ? 'Margins above and below' : 'Margin above'}
            value={numbers.margin}
            least={-20 * MM_PER_INCH}
            most={60 * MM_PER_INCH}
            onLength={(mm) => void pullNumber('margin', mm)}
          />
        </Pinned>
      </Stack>
      {refusal !== null && (
        <Text role="alert" size="sm" c="rowan.7" fw={600} mt={4}>
          {refusal}
        </Text>
      )}
      <Text size="sm" mt={6} data-testid="row-sum">
        {formatLength(planned.bottom, style)} left below the last row; {formatLength(planned.length, style)} to fill,
        draw-in of {formatLength(planned.drawnIn, style)} counted. {trimmed(planned.repeats, 1)} repeats of{' '}
        {formatLength(planned.period, style)} a row.
      </Text>
    </section>
  );
}

function Pinned({
  set,
  which,
  children,
}: {
  readonly set: RowSetRecord;
  readonly which: RowNumber;
  readonly children: ReactNode;
}) {
  const pinned = set.pins.includes(which);
  const pins = pinned ? set.pins.filter((pin) => pin !== which) : [...set.pins, which];
  return (
    <div className="pinned">
      <div>{children}</div>
      <Tooltip label={pinned ? 'Held. Click to let it follow again' : 'Hold this number while others are pulled'}>
        <ActionIcon
          variant={pinned ? 'filled' : 'default'}
          color="slate"
          size={36}
          aria-pressed={pinned}
          aria-label={`Pin ${NUMBER_NAMES[which]}`}
          onClick={() => edit(`${pinned ? 'unpin' : 'pin'} ${NUMBER_NAMES[which]}`, changeRows(set.id, { pins }))}
        >
          {pinned ? <IconPinFilled size={18} /> : <IconPin size={18} />}
        </ActionIcon>
      </Tooltip>
    </div>
  );
}
