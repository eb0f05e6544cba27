import type { ClothPoint } from '@gorse/core';
import { Button, Group, Paper, TextInput } from '@mantine/core';
import { IconMapPinPlus } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { type SyntheticEvent, useState } from 'react';
import { addLandmark, removeLandmark } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';

/** Adds landmarks that the map doesn't have, such as an appliqué point: click the place, say what it is. */
export function LandmarkTool({
  active,
  at,
  onToggle,
  onDone,
}: {
  readonly active: boolean;
  /** The place that was clicked; null while none on the quilt was. */
  readonly at: ClothPoint | null;
  readonly onToggle: () => void;
  readonly onDone: () => void;
}) {
  const landmarks = usePlan((state) => state.records.landmarks);
  const [name, setName] = useState('');
  const own = Object.values(landmarks).filter(({ since }) => since === null);
  const said = name.trim();
  const taken = Object.values(landmarks).some((one) => one.name === said);
  const add = (event: SyntheticEvent): void => {
    event.preventDefault();
    if (!at || said === '' || taken) return;
    edit('landmark', addLandmark({ id: nanoid(10), name: said, cloth: at, since: null }));
    setName('');
    onDone();
  };
  return (
    <Paper shadow="sm" p={6} style={{ position: 'absolute', left: 34, top: 30, maxWidth: 420 }}>
      <Group gap={6} wrap="wrap">
        <Button
          size="compact-md"
          variant={active ? 'filled' : 'default'}
          leftSection={<IconMapPinPlus size={18} />}
          aria-pressed={active}
          onClick={onToggle}
        >
          Add a landmark
        </Button>
        {active && !at && <span style={{ fontSize: 14 }}>Click a point of the quilt that you can find again.</span>}
        {active && at && (
          <form onSubmit={add} style={{ display: 'flex', gap: 6 }}>
            <TextInput
              size="sm"
              aria-label="What it is"
              placeholder="puffin’s beak"
              value={name}
              maxLength={120}
              error={taken && 'There is one called so. Say it otherwise.'}
              autoFocus
              onChange={(event) => setName(event.currentTarget.value)}
            />
            <Button size="sm" type="submit" disabled={said === '' || taken}>
              Add
            </Button>
          </form>
        )}
        {active &&
          own.map(({ id, name: known }) => (
            <Button
              key={id}
              size="compact-xs"
              variant="default"
              aria-label={`Remove the landmark ${known}`}
              onClick={() => edit('landmark removed', removeLandmark(id))}
            >
              {known} ✕
            </Button>
          ))}
      </Group>
    </Paper>
  );
}
