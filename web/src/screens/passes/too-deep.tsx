import {
  formatLength,
  MOST_PARTS,
  otherLoading,
  partsNeeded,
  pieceRef,
  type PlanRecords,
  quiltOf,
  trimmed,
} from '@gorse/core';
import { Button, Group, Text } from '@mantine/core';
import { partToReach, setLoading, shrinkRowsToReach, shrinkToReach } from '../../document/passes.ts';
import { splitPlacement } from '../../document/recipes.ts';
import { edit } from '../../document/plan-store.ts';
import type { ShownPasses } from '../../planning-worker/pass-planner.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { atStart } from '../../ui/words.ts';
import { reshapeRows } from '../layout/rows/reshape.ts';

/** What no pass can hold, and what can be done about it. */
export function TooDeep({ shown, records }: { readonly shown: ShownPasses; readonly records: PlanRecords }) {
  const style = useLengthStyle();
  if (shown.tooDeep.length === 0) return null;
  const { loading } = quiltOf(records);
  const other = otherLoading(loading);
  return (
    <section
      aria-label="Too deep"
      style={{ border: '2px solid var(--mantine-color-rowan-6)', borderRadius: 8, padding: 10 }}
    >
      {shown.tooDeep.map(({ id, name, top, bottom, reach }) => {
        const ref = pieceRef(id);
        const placement = ref?.source === 'placements' ? records.placements[ref.record] : undefined;
        const set = ref?.source === 'rowSets' ? records.rowSets[ref.record] : undefined;
        const depth = bottom - top;
        const parts = placement ? partsNeeded({ top: 0, bottom: depth * placement.parts }, reach) : Infinity;
        const shrunk = placement?.parts === 1 ? shrinkToReach(records, placement, depth, reach) : null;
        return (
          <div key={id} role="alert">
            <Text size="sm" fw={600}>
              {atStart(name)} is {formatLength(depth, style)} deep; a pass holds {formatLength(reach, style)}.
            </Text>
            <Group gap={6} my={6}>
              {shown.byLoading[other].tooDeep < shown.tooDeep.length && (
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => void reshapeRows('loading', setLoading(other))}
                >
                  Load the other way
                </Button>
              )}
              {placement && parts <= MOST_PARTS && (
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => edit('stitched in parts', splitPlacement(placement.id, parts))}
                >
                  Split into {parts}, between repeats
                </Button>
              )}
              {shrunk && (
                <Button size="compact-sm" variant="default" onClick={() => edit(`${name} smaller`, shrunk.edit)}>
                  Scale to {trimmed(100 * shrunk.part, 0)} %
                </Button>
              )}
              {set && (
                <Button
                  size="compact-sm"
                  variant="default"
                  onClick={() => edit('rows smaller', shrinkRowsToReach(set, depth, reach))}
                >
                  Scale to {trimmed(100 * partToReach(depth, reach), 0)} %
                </Button>
              )}
            </Group>
          </div>
        );
      })}
    </section>
  );
}
