import { formatLength, fullReach, type Machine, usableReach } from '@gorse/core';
import { Button, Group, Stack, Stepper, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import { LengthInput } from '../../ui/length-input.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';
import { SideView } from '../passes/side-view.tsx';
import { MachineSpeeds } from './machine-speeds.tsx';
import { type Measure, measured, MEASURES, withMeasure } from './measures.ts';

/** A frame that leaves less than this to stitch in was measured wrong, mm. */
const LEAST_REACH = 50;
const SPEEDS = MEASURES.length;
const CHECK = SPEEDS + 1;

/** The guided check: one measure after the other, what it is and how to take it, and at the end whether they agree with what the head does. */
export function FrameForm({
  machine,
  onSave,
  onCancel,
}: {
  readonly machine: Machine;
  readonly onSave: (machine: Machine) => void;
  readonly onCancel: () => void;
}) {
  const [draft, setDraft] = useState(machine);
  const [at, setAt] = useState(0);
  const { frame } = draft;
  const narrow = usableReach(frame, 0) < LEAST_REACH;
  const measure = MEASURES[at];
  const setFrame = (next: Machine['frame']): void => setDraft({ ...draft, frame: next });
  return (
    <Stack>
      <TextInput
        label="Name"
        maw={360}
        value={frame.name}
        maxLength={120}
        error={frame.name.trim() === '' ? 'Give it a name' : null}
        onChange={(event) => setFrame({ ...frame, name: event.currentTarget.value })}
      />
      <SideView
        frame={frame}
        rolled={at >= SPEEDS ? 0 : 1500}
        used={usableReach(frame, at >= SPEEDS ? 0 : 1500)}
        measure={measure?.key ?? null}
      />
      <Stepper active={at} onStepClick={setAt} size="xs" wrap>
        {MEASURES.map(({ key, label }) => (
          <Stepper.Step key={key} label={label} />
        ))}
        <Stepper.Step label="Speeds" />
        <Stepper.Step label="Check" />
      </Stepper>
      {measure && (
        <OneMeasure measure={measure} frame={frame} onLength={(mm) => setFrame(withMeasure(measure, frame, mm))} />
      )}
      {at === SPEEDS && <MachineSpeeds machine={draft} onChange={setDraft} />}
      {at === CHECK && <WayCheck frame={frame} onFrame={setFrame} />}
      {narrow && (
        <Text c="rowan.7" fw={600} role="alert">
          These measures leave no room to stitch in. Check the throat first.
        </Text>
      )}
      <Group>
        <Button variant="default" disabled={at === 0} onClick={() => setAt(at - 1)}>
          Back
        </Button>
        <Button variant="default" disabled={at >= CHECK} onClick={() => setAt(at + 1)}>
          Next measure
        </Button>
        <Button disabled={frame.name.trim() === '' || narrow} onClick={() => onSave(draft)}>
          Keep this frame
        </Button>
        <Button variant="subtle" onClick={onCancel}>
          Cancel
        </Button>
      </Group>
    </Stack>
  );
}

function OneMeasure({
  measure,
  frame,
  onLength,
}: {
  readonly measure: Measure;
  readonly frame: Machine['frame'];
  readonly onLength: (mm: number) => void;
}) {
  return (
    <Group align="flex-start" wrap="nowrap" gap="xl">
      <LengthInput
        key={measure.key}
        size="lg"
        w={220}
        label={measure.label}
        {...measured(measure, frame)}
        onLength={onLength}
      />
      <Text fz={17} maw={560} mt={22}>
        {measure.how}
      </Text>
    </Group>
  );
}

/** A difference that a tape may well be out by, mm. */
const TAPE = 3;

/** What the head does against what the measures say it can. */
function WayCheck({
  frame,
  onFrame,
}: {
  readonly frame: Machine['frame'];
  readonly onFrame: (frame: Machine['frame']) => void;
}) {
  const style = useLengthStyle();
  const [way, setWay] = useState<number | null>(null);
  const reach = fullReach(frame);
  const off = way === null ? 0 : reach - way;
  const corrected = { ...frame, foot: frame.foot + off };
  const mends = corrected.foot >= 0 && corrected.foot <= 500 && Math.abs(fullReach(corrected) - (way ?? 0)) < 0.01;
  return (
    <Group align="flex-start" wrap="nowrap" gap="xl">
      <LengthInput
        size="lg"
        w={220}
        label="Way of the needle"
        value={way ?? reach}
        least={0}
        most={3000}
        onLength={setWay}
      />
      <Stack gap={6} maw={560} mt={22}>
        <Text fz={17}>
          With the leader wound on and nothing else, push the head from the back stop to the front stop and measure how
          far the needle went. By the measures it is {formatLength(reach, style)}.
        </Text>
        {way !== null && (
          <Text fz={17} fw={600} role="status">
            {Math.abs(off) <= TAPE
              ? 'They agree.'
              : `The head goes ${formatLength(Math.abs(off), style)} ${off > 0 ? 'less' : 'farther'} than the measures say. Measure once more where it stops in front and behind.`}
          </Text>
        )}
        {way !== null && Math.abs(off) > TAPE && mends && (
          <Button
            variant="default"
            style={{ alignSelf: 'flex-start' }}
            onClick={() => {
              onFrame(corrected);
            }}
          >
            Trust the way of the needle
          </Button>
        )}
      </Stack>
    </Group>
  );
}
