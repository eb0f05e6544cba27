import { usualStages } from '../recipe.ts';
import { usualBorder } from '../usual-border.ts';
import type { KeepOut } from '../../cloth/keep-out.ts';
import { plainGrid } from '../../cloth/settings/grid.ts';
import { evenBorder } from '../../cloth/border.ts';
import { makeMap } from '../../cloth/quilt-map.ts';
import { newPatch } from '../../cloth/drawn/new-patch.ts';
import { isRefused } from '../../cloth/drawn/patch-edit.ts';
import { outlineOf } from '../../cloth/shape.ts';
import { controlId } from '../../cloth/map-graph.ts';
import { clothPoint, framePoint, type Point } from '../../geometry/point.ts';
import { distanceToRing, insideRing } from '../../geometry/polygon.ts';
import { pointsOf, polyline, type Polyline } from '../../geometry/polyline.ts';
import { USUAL_REJOIN } from '../../mask/rejoin-rule.ts';
import { makeEvaluator } from '../evaluate.ts';
import { piecesOf } from '../pieces.ts';
import { newPlan, type PlanRecords } from '../plan-document.ts';
import type { RowSetRecord, TouchRecord } from '../records.ts';

export const wave = polyline(
  Array.from({ length: 61 }, (_, i) => ({ x: 2 * i, y: 15 * Math.sin((i * Math.PI) / 15) })),
);
export const plan = (records: PlanRecords) => makeEvaluator(() => [wave]).at(records);

/** A top of 400 by 400 with a border of 60: rows all over it, a border, a recipe in two blocks; and a heart-like patch in the first. */
export const BARE = newPlan(
  'Tide Table',
  makeMap(plainGrid({ across: 2, down: 2, blockWidth: 140, blockHeight: 140, sashing: 0 }), [evenBorder(60)]),
);
export const FERRY = [
  clothPoint(90, 90),
  clothPoint(130, 110),
  clothPoint(170, 90),
  clothPoint(150, 160),
  clothPoint(110, 160),
];
const drawn = newPatch(Object.values(BARE.regions), FERRY.map((at) => ({ at, corner: true })), 'applique', 'ferry'); // prettier-ignore
if (isRefused(drawn)) throw new Error(drawn.refusal);
export const recipe = {
  ...usualStages('wave'),
  ...{ id: 'r', arrange: { ...usualStages('wave').arrange, down: 5 }, fit: { kind: 'fill', margins: [0] } as const },
};
export const ROWS: RowSetRecord = {
  ...{
    id: 'w',
    designId: 'wave',
    join: { kind: 'spread', gap: 0 },
    look: 'same',
    alternate: { look: 'same', shift: 0 },
  },
  ...{ area: { insideBorder: false, fromRegionId: null, leaveOut: [] }, pins: [], last: 'whole', along: 0 },
  ...{
    numbers: { rows: 9, scale: 1, clearance: 10, margin: 20 },
    wish: { matters: 'rows', clearance: 10, margin: 20 },
  },
  ...{ overhang: 5, sewing: { backAndForth: true, joined: false }, exceptions: [], mask: USUAL_REJOIN },
  stitch: { stitchesPerInch: 10, tieOff: 'none' },
};
export const KEEP: KeepOut = {
  ...{ id: 'k', name: 'ferry', of: { kind: 'patches', regionIds: ['ferry'] }, clearance: 4, keep: 'out' },
  ...{ on: true, only: null },
};
export const PLAN: PlanRecords = {
  ...BARE,
  regions: { ...BARE.regions, ...Object.fromEntries(drawn.put.map((region) => [region.id, region])) },
  recipes: { r: recipe },
  placements: {
    p: { id: 'p', regionId: 'block-1-1', recipeId: 'r', parts: 1, own: {} },
    q: { id: 'q', regionId: 'block-2-2', recipeId: 'r', parts: 1, own: {} },
  },
  rowSets: { w: ROWS },
  borderSets: { b: { ...usualBorder('b', 0, 'wave'), clear: { outer: 0, inner: 0 } } },
  keepOuts: { k: KEEP },
};
export const keeping = (change: Partial<KeepOut>, more: Partial<PlanRecords> = {}): PlanRecords => ({
  ...PLAN,
  ...more,
  keepOuts: { k: { ...KEEP, ...change } },
});
export const ring = outlineOf(PLAN.regions.ferry!.shape);

/** How near the stitches come to a ring, thread and all; 0 where they lie in it. */
export function nearest(needle: readonly Polyline[], to: readonly Point[]): number {
  let least = Infinity;
  for (const line of needle) {
    for (let i = 2; i < line.length; i += 2) {
      for (const t of [0, 0.25, 0.5, 0.75, 1]) {
        const [x, y] = [line[i - 2]! + t * (line[i]! - line[i - 2]!), line[i - 1]! + t * (line[i + 1]! - line[i - 1]!)];
        least = Math.min(least, insideRing(to, x, y) ? 0 : distanceToRing(to, x, y));
      }
    }
  }
  return least;
}
/** How far inside a ring a place lies; outside it is less than 0. */
export const depth = (of: Polyline, x: number, y: number): number => {
  const off = distanceToRing(pointsOf(of), x, y);
  return insideRing(pointsOf(of), x, y) ? off : -off;
};

/** The ferry touched in the second advance, so far to the right and down. */
export const touchedBy = (right: number, down: number): PlanRecords['touches'] =>
  Object.fromEntries(
    FERRY.map((at, i): [string, TouchRecord] => [
      `t${i}`,
      {
        ...{ id: `t${i}`, on: controlId('ferry', `c${i + 1}`), name: 'ferry', cloth: at, since: null, advance: 1 },
        ...{ frame: framePoint(at.x + right, at.y + down), method: 'head', at: i },
      },
    ]),
  );
export const LEVEL = { toCloth: ({ x, y }: Point) => clothPoint(x, y) };
export const needles = (records: PlanRecords) => piecesOf(plan(records)).flatMap(({ needle }) => needle);
