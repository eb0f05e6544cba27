import { formatLength, fullReach, GENERIC_MACHINE, type Machine, trimmed, usableReach } from '@gorse/core';
import type { FrameAnswer } from '@gorse/contract';
import { Button, Group, Text, Title } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/api.ts';
import { KEYS, useFrames } from '../../api/queries.ts';
import { tellDone, tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { UnitsSelect } from '../../ui/units-select.tsx';
import { Page } from '../../ui/page.tsx';
import { Waiting } from '../../ui/waiting.tsx';
import { FrameForm } from './frame-form.tsx';

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
    <Page title="Frames" tools={<UnitsSelect />}>
      {frames.isPending && <Waiting what="the frames" />}
      {editing ? (
        <FrameForm machine={editing.machine} onSave={save} onCancel={() => setEditing(null)} />
      ) : (
        <>
          <Text>
            A frame’s measures say how deep a pass can be and how the roll takes from it. Copy the one nearest to yours
            and measure it; a quilt is planned for a frame on its Passes step.
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
                        machine: named(one.machine, `My ${one.machine.frame.name}`.slice(0, 120)),
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
    </Page>
  );
}

/** The machine with its frame called so. */
const named = (machine: Machine, name: string): Machine => ({ ...machine, frame: { ...machine.frame, name } });
