import { describe, expect, it } from 'vitest';
import type { KeepOut } from '../cloth/keep-out.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { evenBorder } from '../cloth/border.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { newPatch } from '../cloth/drawn/new-patch.ts';
import { isRefused } from '../cloth/drawn/patch-edit.ts';
import { boxShape, outlineOf, polygonShape } from '../cloth/shape.ts';
import { controlId } from '../cloth/map-graph.ts';
import { clothPoint, framePoint, type Point } from '../geometry/point.ts';
import { distanceToRing, insideRing } from '../geometry/polygon.ts';
import { boundsOf, pointsOf, polyline, type Polyline } from '../geometry/polyline.ts';
import { checkPlacement } from '../checks/check-placement.ts';
import { checkRows } from '../checks/check-rows.ts';
import { muchDoubled } from '../checks/much-doubled.ts';
import { openEnds } from '../checks/open-ends.ts';
import { BACKGROUND_KINDS, USUAL_BACKGROUND } from '../fill/rule.ts';
import { BY_SEAM } from '../mask/ends-by-seams.ts';
import { seamsOf } from '../mask/seams.ts';
import { AS_LAID } from './pipeline.ts';
import { strokesOfDesign } from './stroke.ts';
import { USUAL_REJOIN } from '../mask/rejoin-rule.ts';
import { stitchLength } from '../units.ts';
import { designKeepOut } from './design-outlines.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { makeEvaluator } from './evaluate.ts';
import type { MaskResult } from './mask-laid.ts';
import { piecesOf, piecesOfRecord } from './pieces.ts';
import { newPlan, planFaults, type PlanRecords } from './plan-document.ts';
import { usualStages } from './recipe.ts';
import type { RowSetRecord, TouchRecord } from './records.ts';
import { pieceAsTouched } from './as-touched.ts';
import { usualBorder } from './usual-border.ts';

const wave = polyline(Array.from({ length: 61 }, (_, i) => ({ x: 2 * i, y: 15 * Math.sin((i * Math.PI) / 15) })));
const plan = (records: PlanRecords) => makeEvaluator(() => [wave]).at(records);

/** A top of 400 by 400 with a border of 60: rows all over it, a border, a recipe in two blocks; and a heart-like patch in the first. */
const BARE = newPlan(
  'Tide Table',
  makeMap(plainGrid({ across: 2, down: 2, blockWidth: 140, blockHeight: 140, sashing: 0 }), [evenBorder(60)]),
);
const FERRY = [
  clothPoint(90, 90),
  clothPoint(130, 110),
  clothPoint(170, 90),
  clothPoint(150, 160),
  clothPoint(110, 160),
];
const drawn = newPatch(Object.values(BARE.regions), FERRY.map((at) => ({ at, corner: true })), 'applique', 'ferry'); // prettier-ignore
if (isRefused(drawn)) throw new Error(drawn.refusal);
const recipe = {
  ...usualStages('wave'),
  ...{ id: 'r', arrange: { ...usualStages('wave').arrange, down: 5 }, fit: { kind: 'fill', margins: [0] } as const },
};
const ROWS: RowSetRecord = {
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
const KEEP: KeepOut = {
  ...{ id: 'k', name: 'ferry', of: { kind: 'patches', regionIds: ['ferry'] }, clearance: 4, keep: 'out' },
  ...{ on: true, only: null },
};
const PLAN: PlanRecords = {
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
const keeping = (change: Partial<KeepOut>, more: Partial<PlanRecords> = {}): PlanRecords => ({
  ...PLAN,
  ...more,
  keepOuts: { k: { ...KEEP, ...change } },
});
const ring = outlineOf(PLAN.regions.ferry!.shape);

/** How near the stitches come to a ring, thread and all; 0 where they lie in it. */
function nearest(needle: readonly Polyline[], to: readonly Point[]): number {
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
const depth = (of: Polyline, x: number, y: number): number => {
  const off = distanceToRing(pointsOf(of), x, y);
  return insideRing(pointsOf(of), x, y) ? off : -off;
};

/** The ferry touched in the second advance, so far to the right and down. */
const touchedBy = (right: number, down: number): PlanRecords['touches'] =>
  Object.fromEntries(
    FERRY.map((at, i): [string, TouchRecord] => [
      `t${i}`,
      {
        ...{ id: `t${i}`, on: controlId('ferry', `c${i + 1}`), name: 'ferry', cloth: at, since: null, advance: 1 },
        ...{ frame: framePoint(at.x + right, at.y + down), method: 'head', at: i },
      },
    ]),
  );
const LEVEL = { toCloth: ({ x, y }: Point) => clothPoint(x, y) };
const needles = (records: PlanRecords) => piecesOf(plan(records)).flatMap(({ needle }) => needle);

describe('a keep-out', () => {
  it('keeps all stitches at its clearance, whatever laid them, in one run a piece', () => {
    expect(planFaults(PLAN)).toEqual([]);
    const pieces = piecesOf(plan(PLAN));
    expect(nearest(pieces.flatMap(({ needle }) => needle), ring)).toBeGreaterThanOrEqual(4 - 0.05); // prettier-ignore
    const masked = pieces.filter((piece) => piece.masked !== null);
    expect(new Set(masked.map(({ ref }) => ref.source))).toEqual(new Set(['placements', 'rowSets']));
    for (const { needle, masked: result } of masked) expect(needle.length).toBe(result!.bound);
    expect(masked.some(({ masked: result }) => result!.pieces > 2 * result!.runs)).toBe(true);
  });

  it('follows its patch, its clearance, and whatever else is changed, and lets go when it is off', () => {
    const moved = polygonShape(FERRY.map((p) => clothPoint(p.x + 60, p.y + 37)));
    const regions = { ...PLAN.regions, ferry: { ...PLAN.regions.ferry!, shape: moved } };
    expect(nearest(needles(keeping({ clearance: 9 }, { regions })), outlineOf(moved))).toBeGreaterThanOrEqual(9 - 0.05);
    const bigger = { r: { ...recipe, arrange: { ...recipe.arrange, down: 9, across: 2 } } };
    expect(nearest(needles(keeping({}, { recipes: bigger })), ring)).toBeGreaterThanOrEqual(4 - 0.05);
    const bare = needles({ ...PLAN, keepOuts: {} });
    expect(needles(keeping({ on: false }))).toEqual(bare);
    expect(nearest(bare, ring)).toBe(0);
  });

  it('holds for what it is said to, and never for what is in its own patch', () => {
    const inFerry = { ...PLAN.placements, f: { id: 'f', regionId: 'ferry', recipeId: 'r', parts: 1, own: {} } };
    const one = plan(keeping({ only: ['placements.p'] }, { placements: inFerry }));
    const maskedOf = (records: Parameters<typeof piecesOfRecord>[1]) =>
      piecesOfRecord(one, records).map(({ masked }) => masked !== null);
    expect(maskedOf({ source: 'placements', record: 'p' })).toEqual([true]);
    expect(maskedOf({ source: 'rowSets', record: 'w' })).not.toContain(true);
    const all = plan(keeping({}, { placements: inFerry }));
    expect(piecesOfRecord(all, { source: 'placements', record: 'f' })[0]!.masked).toBeNull();
  });

  it('turned round keeps stitches in, and a border out of a label that lies over it', () => {
    const only = ['placements.p'];
    const [inside] = piecesOfRecord(plan(keeping({ keep: 'in', only })), { source: 'placements', record: 'p' });
    for (const line of inside!.needle)
      for (let i = 0; i < line.length; i += 2) expect(insideRing(ring, line[i]!, line[i + 1]!)).toBe(true);
    const label = boxShape(clothPoint(180, 10), clothPoint(240, 50));
    const records = keeping({ of: { kind: 'shapes', rings: [{ edge: label }] }, clearance: 3 });
    expect(nearest(needles(records), outlineOf(label))).toBeGreaterThanOrEqual(3 - 0.05);
    const sides = piecesOfRecord(plan(records), { source: 'borderSets', record: 'b' });
    expect(sides.some(({ masked }) => masked !== null)).toBe(true);
  });

  it('lets stitches along its edge have a length of their own', () => {
    const mask = { ...USUAL_REJOIN, edgeSpi: 16 };
    const records = keeping({ only: ['placements.p'] }, { recipes: { r: { ...recipe, mask } } });
    const [piece] = piecesOfRecord(plan(records), { source: 'placements', record: 'p' });
    const steps = piece!.needle.flatMap((line) =>
      Array.from({ length: line.length / 2 - 1 }, (_, i) => i + 1).flatMap((i) => {
        const middle = { x: (line[2 * i]! + line[2 * i - 2]!) / 2, y: (line[2 * i + 1]! + line[2 * i - 1]!) / 2 };
        const isOnEdge = Math.abs(distanceToRing(ring, middle.x, middle.y) - 4) < 0.01;
        return isOnEdge ? [Math.hypot(line[2 * i]! - line[2 * i - 2]!, line[2 * i + 1]! - line[2 * i - 1]!)] : [];
      }),
    );
    expect(steps.length).toBeGreaterThan(20);
    expect(Math.max(...steps)).toBeLessThanOrEqual(stitchLength(16) + 1e-6);
  });

  it('over a seam lets no link of what fills a patch leave that patch', () => {
    // A box over the right edge of the first block: round it the shortest way lies in the next.
    const over = boxShape(clothPoint(160, 70), clothPoint(320, 190));
    const records = keeping({ of: { kind: 'shapes', rings: [{ edge: over }] }, only: ['placements.p'] });
    const [piece] = piecesOfRecord(plan(records), { source: 'placements', record: 'p' });
    const { maxX } = boundsOf(piece!.needle)!;
    expect(maxX).toBeLessThan(200.5);
    expect(piece!.masked!.links.length).toBeGreaterThan(2);
  });

  it('lies where its patch was touched, for all that is stitched in that advance', () => {
    const records = { ...PLAN, touches: touchedBy(12, -7) };
    const truly = FERRY.map(({ x, y }) => ({ x: x + 12, y: y - 7 }));
    const at = plan(records);
    const masked = piecesOf(at).filter((piece) => piece.masked !== null);
    for (const { id } of masked) {
      const needleIn = (advance: number) => {
        const found = pieceAsTouched(at, id, advance, LEVEL);
        return found.fault === null ? found.piece.needle : [];
      };
      expect(nearest(needleIn(1), truly)).toBeGreaterThanOrEqual(4 - 0.05);
      expect(needleIn(0)).toEqual(masked.find((piece) => piece.id === id)!.needle);
    }
    expect(new Set(masked.map(({ ref }) => ref.source)).size).toBe(2);
  });

  it.each(BACKGROUND_KINDS)(
    'is what a background (%s) fills its patch round, inside its seams, planned and touched',
    (kind) => {
      const filled = {
        ...usualStages(null),
        id: 'r',
        background: { ...USUAL_BACKGROUND, kind, spacing: 8, margin: 3 },
      };
      const block = { r: filled };
      const at = plan(keeping({}, { recipes: block, rowSets: {}, borderSets: {}, touches: touchedBy(9, 5) }));
      const [piece] = piecesOfRecord(at, { source: 'placements', record: 'p' });
      const seams = outlineOf(PLAN.regions['block-1-1']!.shape);
      const check = (needle: readonly Polyline[], out: readonly Point[]): void => {
        expect(needle.length).toBeGreaterThan(0);
        expect(nearest(needle, out)).toBeGreaterThanOrEqual(4 - 0.05);
        for (const line of needle)
          for (const { x, y } of pointsOf(line)) {
            expect(insideRing(seams, x, y)).toBe(true);
            expect(distanceToRing(seams, x, y)).toBeGreaterThanOrEqual(3 - 0.05);
          }
      };
      check(piece!.needle, ring);
      expect(piece!.needle).toHaveLength(1);
      const touched = pieceAsTouched(at, piece!.id, 1, LEVEL);
      if (touched.fault !== null) throw new Error(touched.fault);
      check(touched.piece.needle, FERRY.map(({ x, y }) => ({ x: x + 9, y: y + 5 }))); // prettier-ignore
      // The other block has nothing kept out, and is filled all the same.
      expect(piecesOfRecord(at, { source: 'placements', record: 'q' })[0]!.needle).toHaveLength(1);
      const checked = checkPlacement(at, 'p').filter(({ severity }) => severity === 'mend');
      expect(checked).toEqual([]);
    },
  );

  it.each(BACKGROUND_KINDS)(
    'is outlined before a background (%s) fills the rest, with stitches of its own, in one run',
    (kind) => {
      const outline = { steps: [0, 5], spi: 16 };
      const filled = {
        ...usualStages(null),
        id: 'r',
        background: { ...USUAL_BACKGROUND, kind, spacing: 12, margin: 3, outline },
      };
      const only = ['placements.p'];
      const [piece] = piecesOfRecord(plan(keeping({ only }, { recipes: { r: filled } })), {
        source: 'placements',
        record: 'p',
      });
      expect(piece!.needle).toHaveLength(1);
      const holes = pointsOf(piece!.needle[0]!);
      const off = holes.map(({ x, y }) => distanceToRing(ring, x, y));
      expect(Math.min(...off)).toBeGreaterThanOrEqual(4 - 0.05);
      // Lines at 4 and 9; but for steps between them nothing lies there, or nearer than a spacing, or half of one, beyond.
      expect(off.filter((mm) => mm > 4.3 && mm < 8.7).length).toBeLessThan(12);
      expect(off.filter((mm) => mm > 9.3 && mm < 14.5).length).toBeLessThan(12);
      const onOutline = holes.flatMap((p, i) => {
        const before = holes[i - 1];
        return before && off[i]! < 9.1 && off[i - 1]! < 9.1 ? [Math.hypot(p.x - before.x, p.y - before.y)] : [];
      });
      expect(onOutline.length).toBeGreaterThan(200);
      expect(Math.max(...onOutline)).toBeLessThanOrEqual(stitchLength(16) + 1e-6);
      expect(off.filter((mm) => mm > 15).length).toBeGreaterThan(50);
    },
  );

  it('of a design is what that takes up in its patch, and follows it, but never holds for it', () => {
    // A wave across the ferry; what crosses the first block stays off the wave, not off the ferry.
    const inFerry = { ...PLAN.placements, f: { id: 'f', regionId: 'ferry', recipeId: 's', parts: 1, own: {} } };
    const small = { ...recipe, id: 's', arrange: usualStages('wave').arrange };
    const of = { kind: 'designs', regionIds: ['ferry'], bridge: 6 } as const;
    const records = (margin: number) =>
      keeping(
        { of, clearance: 2 },
        {
          placements: inFerry,
          recipes: { r: recipe, s: { ...small, fit: { kind: 'contain', margins: [margin], turn: 'held' } } },
        },
      );
    for (const margin of [0, 12]) {
      const at = plan(records(margin));
      const own = piecesOfRecord(at, { source: 'placements', record: 'f' })[0]!;
      expect(own.masked).toBeNull();
      const others = piecesOfRecord(at, { source: 'placements', record: 'p' }).flatMap(({ needle }) => needle);
      const index = indexSegments(own.needle);
      const near = others.flatMap((line) => pointsOf(line)).map(({ x, y }) => index.distance(x, y));
      expect(Math.min(...near)).toBeGreaterThanOrEqual(2 - 0.1);
      expect(Math.min(...near)).toBeLessThan(2.5);
      expect(nearest(others, ring)).toBe(0);
      const [outline] = at.get(designKeepOut, 'k');
      expect(own.needle.every((line) => pointsOf(line).every(({ x, y }) => depth(outline!, x, y) > -0.2))).toBe(true);
    }
    const touched = plan({ ...records(0), touches: touchedBy(9, 5) });
    const seen = pieceAsTouched(touched, 'placements.p.0', 1, LEVEL);
    const moved = pieceAsTouched(touched, 'placements.f.0', 1, LEVEL);
    if (seen.fault !== null || moved.fault !== null) throw new Error('not laid');
    const index = indexSegments(moved.piece.needle);
    const near = seen.piece.needle.flatMap((line) => pointsOf(line)).map(({ x, y }) => index.distance(x, y));
    expect(Math.min(...near)).toBeGreaterThanOrEqual(2 - 0.1);
  });

  it('is told of where much is stitched twice to join what it cuts', () => {
    const line = Float64Array.of(10, 20, 30, 20);
    const masked = (doubled: number, again: boolean): MaskResult => ({
      ...{ runs: 1, bound: 1, pieces: 2, lines: 1, added: 0, doubled, crumbs: [], enclosed: [], cut: [] },
      links: [{ kind: 'stitched', again, line }],
    });
    const told = muchDoubled([{ masked: masked(310, true) }, { masked: masked(900, true) }, { masked: null }]);
    expect(told).toMatchObject([{ code: 'muchDoubled', amount: 900, at: { x: 10, y: 20 } }]);
    expect(muchDoubled([{ masked: masked(300, true) }])).toEqual([]);
  });

  it('leaves starts and ends by seams, and links along them, where that is asked for', () => {
    const only = ['rowSets.w'];
    const rowsBy = (mask: Partial<typeof USUAL_REJOIN>) => {
      const rows = { w: { ...ROWS, area: { ...ROWS.area, insideBorder: true }, mask: { ...USUAL_REJOIN, ...mask } } };
      const at = plan(keeping({ only }, { rowSets: rows, borderSets: {}, placements: {} }));
      return { problems: checkRows(at, 'w'), pieces: piecesOfRecord(at, { source: 'rowSets', record: 'w' }) };
    };
    const { pieces } = rowsBy({ ends: 'bySeams', seams: true });
    const cut = pieces.filter(({ masked }) => masked);
    expect(cut.length).toBeGreaterThan(1);
    // Seams at 60, 200 and 340, up and down and across, and the ferry's own.
    const off = (v: number) => Math.min(...[0, 60, 200, 340, 400].map((seam) => Math.abs(v - seam)));
    for (const { needle } of cut)
      for (const line of needle)
        for (const i of [0, -2]) {
          const [x, y] = [line.at(i)!, line.at(i === 0 ? 1 : -1)!];
          expect(Math.min(off(x), off(y), distanceToRing(ring, x, y))).toBeLessThanOrEqual(BY_SEAM + 0.5);
        }
    expect(cut.flatMap(({ masked }) => masked!.links).length).toBeGreaterThan(0);
  });

  it('is told of where a run starts or ends in the open, but not by a seam, a keep-out or another line', () => {
    const seams = seamsOf([Float64Array.of(0, 0, 400, 0)]);
    const masked = { links: [] } as unknown as MaskResult;
    const told = (...lines: readonly Polyline[]) =>
      openEnds([{ masked, laid: { strokes: strokesOfDesign(lines), toCloth: AS_LAID } }], USUAL_REJOIN, seams);
    const open = Float64Array.of(100, 5, 100, 200);
    expect(told(open)).toMatchObject([{ code: 'openEnds', amount: 1, at: { x: 100, y: 200 }, remedy: { kind: 'endsBySeams' } }]); // prettier-ignore
    expect(told(open, Float64Array.of(90, 5, 90, 195, 90, 5))).toEqual([]);
    const guard = [Float64Array.of(90, 205, 110, 205, 110, 225, 90, 225)];
    const strokes = strokesOfDesign([open]).map((stroke) => ({
      ...stroke,
      masking: { links: [], guard, own: [] },
    }));
    expect(openEnds([{ masked, laid: { strokes, toCloth: AS_LAID } }], USUAL_REJOIN, seams)).toEqual([]);
    expect(openEnds([{ masked: null, laid: { strokes, toCloth: AS_LAID } }], USUAL_REJOIN, null)).toEqual([]);
  });

  it('is refused with a patch that isn’t there, or another’s name', () => {
    expect(planFaults(keeping({ of: { kind: 'patches', regionIds: ['gone'] } }))).toHaveLength(1);
    expect(planFaults({ ...PLAN, keepOuts: { k: KEEP, l: { ...KEEP, id: 'l' } } })).toHaveLength(1);
  });
});
