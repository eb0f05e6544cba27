import { type Region, quiltOf } from '@gorse/core';
import { newKeepOut, setKeepOut } from '../../../document/keep-outs.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { BringOutlines } from '../../outlines/bring-outlines.tsx';

/** A keep-out of outlines that were drawn elsewhere, or of a design's. */
export function ReadKeepOut({
  onClose,
  onMade,
}: {
  readonly onClose: () => void;
  readonly onMade: (id: string) => void;
}) {
  const { size } = usePlan(({ records }) => quiltOf(records).map);
  const put = (laid: readonly Region[]): boolean => {
    const rings = laid.map(({ shape }) => ({ edge: shape }));
    const made = newKeepOut(usePlan.getState().records, 'keep-out', { kind: 'shapes', rings });
    edit('keep-out read in', setKeepOut(made));
    onMade(made.id);
    return true;
  };
  return (
    <BringOutlines
      title="Keep-out from a drawing or a design"
      on={undefined}
      size={size}
      onClose={onClose}
      onPut={put}
    />
  );
}
