import type { Shape } from '../cloth/shape.ts';
import { type Rings, silhouetteOf, unionOf } from '../geometry/ring-areas.ts';
import type { Plan } from './evaluate.ts';
import { layInPatch } from './pipeline.ts';
import { drawnFor, placedOf, seatOf } from './placed.ts';
import { placementIn } from './placement-index.ts';
import { linesOf } from './stroke.ts';

/** What the design in a patch takes up on the planned cloth; nothing where there is none, or a background. */
export const designOutline = (
  plan: Plan,
  { regionId, bridge }: { readonly regionId: string; readonly bridge: number },
): Rings => outlineOfDesign(plan, regionId, bridge);

/** The same where its patch lies otherwise. @param shape the patch's edge as touched */
export function outlineOfDesign(plan: Plan, regionId: string, bridge: number, shape?: Shape): Rings {
  const placement = plan.get(placementIn, regionId);
  const placed = placement === null ? null : placedOf(plan, placement);
  const drawn = placed && drawnFor(plan, placed.recipe);
  const laid = placed && drawn && layInPatch(drawn, placed.recipe, seatOf(placed, shape));
  return laid ? silhouetteOf(linesOf(laid.strokes), bridge) : [];
}

/** What a keep-out of designs takes up as planned, before its clearance; nothing for one of anything else. */
export function designKeepOut(plan: Plan, id: string): Rings {
  const of = plan.records.keepOuts[id]?.of;
  if (of?.kind !== 'designs') return [];
  return unionOf(of.regionIds.map((regionId) => plan.get(designOutline, { regionId, bridge: of.bridge })));
}
