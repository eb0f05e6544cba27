import { USUAL_REJOIN } from '../mask/rejoin-rule.ts';
import { describe, expect, it } from 'vitest';
import { boxShape, outlineOf, polygonShape } from '../cloth/shape.ts';
import { clothPoint } from '../geometry/point.ts';
import { distanceToRing, insideRing } from '../geometry/polygon.ts';
import { boundsOf, pointsOf } from '../geometry/polyline.ts';
import { stitchLength } from '../units.ts';
import { designKeepOut, designOutline } from './design-outlines.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { piecesOf, piecesOfRecord } from './pieces.ts';
import { planFaults } from './plan-document.ts';
import { usualStages } from './recipe.ts';
import { pieceAsTouched } from './as-touched.ts';
import { maskFor } from './masks.ts';

import {
  FERRY,
  keeping,
  KEEP,
  LEVEL,
  depth,
  nearest,
  needles,
  PLAN,
  plan,
  recipe,
  ring,
  touchedBy,
} from './test/ferry-plan.ts';

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

  it('of designs that lie over each other is all that they take up, as it is drawn', () => {
    // The wave in the ferry lies within what five of them take up in the block about it.
    const inFerry = { ...PLAN.placements, f: { id: 'f', regionId: 'ferry', recipeId: 's', parts: 1, own: {} } };
    const fit = { kind: 'contain', margins: [0], turn: 'held' } as const;
    const one = { ...recipe, id: 's', arrange: usualStages('wave').arrange, fit };
    const of = { kind: 'designs', regionIds: ['block-1-1', 'ferry'], bridge: 40 } as const;
    const records = keeping({ of, clearance: 0 }, { placements: inFerry, recipes: { r: recipe, s: one } });
    const at = plan(records);
    expect(at.get(designOutline, { regionId: 'ferry', bridge: 40 })).toHaveLength(1);
    expect(at.get(designKeepOut, 'k')).toHaveLength(1);
    // No hole is left where they lie over each other.
    expect(maskFor(at, { source: 'rowSets', record: 'w' })!.rings).toHaveLength(1);
  });

  it('is refused with a patch that isn’t there, or another’s name', () => {
    expect(planFaults(keeping({ of: { kind: 'patches', regionIds: ['gone'] } }))).toHaveLength(1);
    expect(planFaults({ ...PLAN, keepOuts: { k: KEEP, l: { ...KEEP, id: 'l' } } })).toHaveLength(1);
  });
});
