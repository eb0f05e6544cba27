import { Thread } from '../../canvas/thread.tsx';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { MOORLAND } from '../../ui/theme.ts';

/** Everything planned, as thread on the cloth; but for one run, which is being moved. */
export function PlannedThread({
  scale,
  without,
  opacity = 1,
}: {
  readonly scale: number;
  readonly without?: string | null;
  readonly opacity?: number;
}) {
  const { byPlacement, byRowSet } = usePlanned();
  const lines = [
    ...Object.values(byPlacement).map(({ placementId, runs, levels }) => ({ id: placementId, runs, levels })),
    ...Object.values(byRowSet).flatMap((rows) => rows.runs),
  ];
  return (
    <>
      {lines
        .filter(({ id }) => id !== without)
        .map(({ id, runs, levels }) => (
          <Thread
            key={id}
            runs={runs}
            levels={levels}
            scale={scale}
            colour={MOORLAND.slate}
            look="thread"
            opacity={opacity}
          />
        ))}
    </>
  );
}
