import { formatLength, fullReach, type Machine } from '@gorse/core';
import { Select, Text } from '@mantine/core';
import { hashKey } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useFrames } from '../../api/queries.ts';
import { setMachine } from '../../document/passes.ts';
import { edit } from '../../document/plan-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';

/** The frame that the quilt is planned for. */
export function FrameChoice({ machine }: { readonly machine: Machine }) {
  const style = useLengthStyle();
  const frames = useFrames().data ?? [];
  // Records come back from the database with their keys in an order of its own.
  const same = (one: Machine): boolean => hashKey([one]) === hashKey([machine]);
  const current = frames.find((one) => same(one.machine));
  const changed = current ? null : frames.find((one) => one.machine.frame.name === machine.frame.name);
  return (
    <section aria-label="Frame">
      <Select
        label="Planned for the frame"
        size="sm"
        data={frames.map((one) => ({ value: one.id, label: one.machine.frame.name }))}
        value={current?.id ?? null}
        placeholder={machine.frame.name}
        allowDeselect={false}
        onChange={(id) => {
          const chosen = frames.find((one) => one.id === id);
          if (chosen) edit('frame', setMachine(chosen.machine));
        }}
      />
      <Text size="sm" mt={4}>
        Reach {formatLength(fullReach(machine.frame), style)} with an empty roll.{' '}
        {changed ? 'Its figures were changed since: choose it again to plan by them. ' : ''}
        <Link to="/frames">Frames</Link>
      </Text>
    </section>
  );
}
