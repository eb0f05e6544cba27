import { Thread } from '../../canvas/thread.tsx';
import { useIsMoving } from '../../document/proposal.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { MOORLAND } from '../../ui/theme.ts';

/** More stitches than this can't be drawn well at every step of a gesture. */
const MANY = 40_000;

/** Everything planned, as thread on the cloth; but for one piece, which is being moved. */
export function PlannedThread({
  scale,
  without,
  opacity = 1,
}: {
  readonly scale: number;
  readonly without?: string | null;
  readonly opacity?: number;
}) {
  const byRecord = usePlanned((state) => state.byRecord);
  const isMoving = useIsMoving();
  const pieces = Object.values(byRecord).flatMap((record) => record.pieces);
  const hasty = isMoving && pieces.reduce((sum, { totals }) => sum + totals.stitches, 0) > MANY;
  return (
    <>
      {pieces
        .filter(({ id }) => id !== without)
        .map(({ id, needle, levels }) => (
          <Thread
            key={id}
            runs={needle}
            levels={levels}
            scale={scale}
            colour={MOORLAND.slate}
            look="thread"
            opacity={opacity}
            hasty={hasty}
          />
        ))}
    </>
  );
}
