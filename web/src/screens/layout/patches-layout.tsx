import type { DesignAnswer } from '@gorse/contract';
import type { PlanProblem } from '@gorse/core';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { useStore } from 'zustand';
import { useDesigns } from '../../api/queries.ts';
import { cancel, usePlan } from '../../document/plan-store.ts';
import { placementIn, stagesOf } from '../../document/recipes.ts';
import { RollStrip } from '../roll-strip/roll-strip.tsx';
import { ChecksTray } from './checks-tray.tsx';
import { PatchDesigns } from './patch-designs.tsx';
import { PatchesCloth } from './patches-cloth.tsx';
import { type InHand, makePatchesHand } from './patches-hand.ts';
import { RecipeCard } from './recipe-card.tsx';

const NONE: readonly DesignAnswer[] = [];

/** Designs into patches. `rail` is the choice of tools, shown over the cloth. What a gesture changes is read by the parts that show it, so that the rest stays as it is. */
export function PatchesLayout({ rail }: { readonly rail: ReactNode }) {
  const designs = useDesigns().data ?? NONE;
  const brought = (useLocation().state as { designId?: string } | null)?.designId ?? null;
  const [hand] = useState(() => makePatchesHand(brought));
  const { regionId, inHand, choose, take } = useStore(hand);
  const [stage, setStage] = useState<string | null>(null);
  useEffect(() => () => cancel(), []);
  const region = usePlan(({ records }) => (regionId === null ? undefined : records.regions[regionId]));
  const isFitted = usePlan(
    ({ records }) => stagesOf(records, region && placementIn(records, region.id))?.designId !== null,
  );
  const show = useCallback(
    ({ subject }: PlanProblem) => choose(usePlan.getState().records.placements[subject.id]?.regionId ?? null),
    [choose],
  );
  const same = useCallback((id: string) => take({ kind: 'recipe', id }), [take]);
  return (
    <div className="desk">
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <PatchesCloth hand={hand} fitting={stage === 'fit' && isFitted} />
          {rail}
          {inHand && <HandHint inHand={inHand} onDone={() => take(null)} />}
        </div>
        <div>
          {region && inHand?.kind !== 'recipe' && <PatchDesigns region={region} designs={designs} />}
          <ChecksTray onShow={show} />
        </div>
      </div>
      <RecipeCard region={region} designs={designs} stage={stage} onStage={setStage} onRegion={choose} onSame={same} />
    </div>
  );
}

/** What a click does while something is in the hand. */
function HandHint({ inHand, onDone }: { readonly inHand: InHand; readonly onDone: () => void }) {
  return (
    <div role="status" style={HINT}>
      {inHand.kind === 'recipe'
        ? 'Click each patch that should be the same. '
        : 'Click the patch that should take this design. '}
      <button type="button" style={DONE} onClick={onDone}>
        Done (Esc)
      </button>
    </div>
  );
}

const HINT = {
  position: 'absolute',
  top: 34,
  left: '50%',
  transform: 'translateX(-50%)',
  background: '#fffdf7',
  border: '2px solid var(--gorse)',
  borderRadius: 6,
  padding: '8px 14px',
} as const;

const DONE = {
  fontWeight: 700,
  textDecoration: 'underline',
  border: 0,
  background: 'none',
  cursor: 'pointer',
  font: 'inherit',
} as const;
