import { usualStages } from './recipe.ts';
import { describe, expect, it } from 'vitest';
import { outlineOf } from '../cloth/shape.ts';
import type { Point } from '../geometry/point.ts';
import { distanceToRing, insideRing } from '../geometry/polygon.ts';
import { pointsOf, type Polyline } from '../geometry/polyline.ts';
import { checkPlacement } from '../checks/check-placement.ts';
import { checkRows } from '../checks/check-rows.ts';
import { muchDoubled } from '../checks/much-doubled.ts';
import { openEnds } from '../checks/open-ends.ts';
import { BACKGROUND_KINDS, USUAL_BACKGROUND } from '../fill/rule.ts';
import { BY_SEAM } from '../tolerances.ts';
import { seamsOf } from '../mask/seams.ts';
import { AS_LAID } from './pipeline.ts';
import { strokesOfDesign } from './stroke.ts';
import { USUAL_REJOIN } from '../mask/rejoin-rule.ts';
import { stitchLength } from '../units.ts';
import type { MaskResult } from './mask-laid.ts';
import { piecesOfRecord } from './pieces.ts';
import { pieceAsTouched } from './as-touched.ts';

import { ROWS, FERRY, keeping, LEVEL, nearest, PLAN, plan, ring, touchedBy } from './test/ferry-plan.ts';

describe('beside a keep-out', () => {
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
});
