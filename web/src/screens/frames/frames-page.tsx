import { formatLength, fullReach, GENERIC_MACHINE, type Machine, trimmed, usableReach } from '@gorse/core';
import type { FrameAnswer } from '@gorse/contract';
import { Button, Group, Stack, Stepper, Text, TextInput, Title } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../api/api.ts';
import { KEYS, useFrames } from '../../api/queries.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { NumberEntry } from '../../ui/number-entry.tsx';
import { tellDone, tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { UnitsSelect } from '../../ui/units-select.tsx';
import { Waiting } from '../../ui/waiting.tsx';
import { SideView } from '../passes/side-view.tsx';
import { MEASURES, type Measure } from './measures.ts';

/** Frames to plan quilts for: generic ones, and one's own, measured step by step. */
export default function FramesPage() {
  const frames = useFrames();
  const client = useQueryClient();
  const [editing, setEditing] = useState<{ readonly id: string | null; readonly machine: Machine } | null>(null);
  const style = useLengthStyle();
  const refresh = (): void => void client.invalidateQueries({ queryKey: KEYS.frames });
  const save = (machine: Machine): void => {
    const done = editing?.id ? api.changeFrame(editing.id, machine) : api.addFrame(machine);
    done
      .then(() => {
        refresh();
        setEditing(null);
      })
      .catch(tellError);
  };
  const remove = ({ id, machine }: FrameAnswer): void => {
    api
      .removeFrame(id)
      .then(() => {
        refresh();
        tellDone(`${machine.frame.name} is off the list.`, () => void api.restoreFrame(id).then(refresh, tellError));
      })
      .catch(tellError);
  };
  return (
    <div className="page" style={{ minHeight: '100vh' }}>
      <Stack maw={980} mx="auto">
        <Group justify="space-between">
          <Title order={1} size="h2">
            Frames
          </Title>
          <Group>
            <UnitsSelect />
            <Link to="/">Back to the shelf</Link>
          </Group>
        </Group>
        {frames.isPending && <Waiting what="the frames" />}
        {editing ? (
          <FrameForm machine={editing.machine} onSave={save} onCancel={() => setEditing(null)} />
        ) : (
          <>
            <Text>
              A frame’s measures say how deep a pass can be and how the roll takes from it. Copy the one nearest to
              yours and measure it; a quilt is planned for a frame on its Passes step.
            </Text>
            {frames.data?.map((one) => (
              <section key={one.id} className="tile" style={{ padding: 16 }} aria-label={one.machine.frame.name}>
                <Group justify="space-between" wrap="nowrap">
                  <div>
                    <Title order={2} size="h4">
                      {one.machine.frame.name}
                      {one.generic ? ' (generic)' : ''}
                    </Title>
                    <Text size="sm">
                      {formatLength(one.machine.frame.width, style)} wide, throat{' '}
                      {formatLength(one.machine.frame.throat, style)}: reach{' '}
                      {formatLength(fullReach(one.machine.frame), style)} with an empty roll,{' '}
                      {formatLength(usableReach(one.machine.frame, 2000), style)} to plan with when{' '}
                      {formatLength(2000, style)} are rolled up. {trimmed(one.machine.motion.stitchesPerMinute, 0)}{' '}
                      stitches a minute.
                    </Text>
                  </div>
                  <Group gap={6} wrap="nowrap">
                    <Button
                      variant="default"
                      onClick={() =>
                        setEditing({
                          id: null,
                          machine: {
                            ...one.machine,
                            frame: { ...one.machine.frame, name: `My ${one.machine.frame.name}`.slice(0, 120) },
                          },
                        })
                      }
                    >
                      Copy and measure
                    </Button>
                    {!one.generic && (
                      <>
                        <Button variant="default" onClick={() => setEditing(one)}>
                          Measure
                        </Button>
                        <Button variant="default" color="rowan" onClick={() => remove(one)}>
                          Remove
                        </Button>
                      </>
                    )}
                  </Group>
                </Group>
              </section>
            ))}
            <Group>
              <Button onClick={() => setEditing({ id: null, machine: named(GENERIC_MACHINE, 'My frame') })}>
                New frame
              </Button>
            </Group>
          </>
        )}
      </Stack>
    </div>
  );
}

const named = (machine: Machine, name: string): Machine => ({ ...machine, frame: { ...machine.frame, name } });

/** The guided check: one measure after the other, what it is and how to take it; the side view follows. */
function FrameForm({
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
  const { frame, motion } = draft;
  const reach = usableReach(frame, 0);
  const measure = MEASURES[at];
  const wrong = frame.name.trim() === '' || reach < 50;
  const setMotion = (change: Partial<Machine['motion']>): void =>
    setDraft({ ...draft, motion: { ...motion, ...change } });
  return (
    <Stack>
      <TextInput
        label="Name"
        maw={360}
        value={frame.name}
        maxLength={120}
        error={frame.name.trim() === '' ? 'Give it a name' : null}
        onChange={(event) => setDraft(named(draft, event.currentTarget.value))}
      />
      <SideView frame={frame} rolled={1500} used={usableReach(frame, 1500)} />
      <Stepper active={at} onStepClick={setAt} size="xs" wrap>
        {MEASURES.map(({ key, label }) => (
          <Stepper.Step key={key} label={label} />
        ))}
        <Stepper.Step label="Speeds" />
      </Stepper>
      {measure ? (
        <OneMeasure
          measure={measure}
          value={frame[measure.key]}
          onLength={(mm) => setDraft({ ...draft, frame: { ...frame, [measure.key]: mm } })}
        />
      ) : (
        <Group align="flex-end">
          <NumberEntry
            label="Stitches a minute at most"
            min={60}
            max={5000}
            value={motion.stitchesPerMinute}
            onNumber={(stitchesPerMinute) => setMotion({ stitchesPerMinute })}
          />
          <LengthInput
            label="Fastest, each second"
            value={motion.topSpeed}
            least={5}
            most={2000}
            onLength={(topSpeed) => setMotion({ topSpeed })}
          />
          <LengthInput
            label="Gains each second"
            value={motion.acceleration}
            least={10}
            most={20_000}
            onLength={(acceleration) => setMotion({ acceleration })}
          />
          <LengthInput
            label="Through a sharp corner, each second"
            value={motion.cornerSpeed}
            least={0.5}
            most={500}
            onLength={(cornerSpeed) => setMotion({ cornerSpeed })}
          />
          <NumberEntry
            label="Thread on a full bobbin"
            suffix=" m"
            min={5}
            max={1000}
            value={draft.bobbin / 1000}
            onNumber={(metres) => setDraft({ ...draft, bobbin: 1000 * metres })}
          />
        </Group>
      )}
      {reach < 50 && (
        <Text c="rowan.7" fw={600} role="alert">
          These measures leave no room to stitch in. Check the throat first.
        </Text>
      )}
      <Group>
        <Button variant="default" disabled={at === 0} onClick={() => setAt(at - 1)}>
          Back
        </Button>
        <Button variant="default" disabled={at >= MEASURES.length} onClick={() => setAt(at + 1)}>
          Next measure
        </Button>
        <Button disabled={wrong} onClick={() => onSave(draft)}>
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
  value,
  onLength,
}: {
  readonly measure: Measure;
  readonly value: number;
  readonly onLength: (mm: number) => void;
}) {
  return (
    <Group align="flex-start" wrap="nowrap" gap="xl">
      <LengthInput
        key={measure.key}
        size="lg"
        w={220}
        label={measure.label}
        value={value}
        least={measure.least}
        most={measure.most}
        onLength={onLength}
      />
      <Text fz={17} maw={560} mt={22}>
        {measure.how}
      </Text>
    </Group>
  );
}
