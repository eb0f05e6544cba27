import { BACKGROUND_KINDS, lengthOf, MM_PER_INCH, type Polyline, USUAL_BACKGROUND } from '@gorse/core';
import { medianSpacing } from '../core/src/design/spacing.ts';
import { backgroundLines } from '../core/src/fill/background.ts';
import type { FillArea } from '../core/src/fill/rule.ts';
import { signedArea } from '../core/src/geometry/polygon.ts';
import { boundsOf, pointsOf } from '../core/src/geometry/polyline.ts';
import { grown, type Rings } from '../core/src/geometry/ring-areas.ts';
import { indexSegments } from '../core/src/geometry/segment-index.ts';
import { maskArea } from '../core/src/mask/area.ts';
import { cutLines } from '../core/src/geometry/cut-lines.ts';
import { maskOf } from '../core/src/mask/mask.ts';
import { rejoin } from '../core/src/mask/rejoin.ts';
import { USUAL_REJOIN } from '../core/src/mask/rejoin-rule.ts';
import { blob, box } from '../core/src/mask/test/shapes.ts';
import { medianMs, printFigure } from './figures.ts';

/** A square with blobs kept out of it, so many each way. */
const areaWith = (size: number, blobs: number) => {
  const pitch = size / blobs;
  const keptOut = Array.from({ length: blobs ** 2 }, (_, i) =>
    blob(((i % blobs) + 0.5) * pitch, (Math.floor(i / blobs) + 0.5) * pitch, pitch / 5, 3 + (i % 4)),
  );
  const whole: Rings = [box(0, 0, size, size)];
  const area = maskArea([{ rings: keptOut, keep: 'out', clearance: 3 }], { rings: whole, clearance: 3 })!;
  return { area, fill: { whole: grown(whole, -3), left: area.rings } satisfies FillArea };
};

const total = (lines: readonly Polyline[]): number => lines.reduce((sum, line) => sum + lengthOf(line), 0);
const surface = (rings: Rings): number => Math.abs(rings.reduce((sum, ring) => sum + signedArea(pointsOf(ring)), 0));

/** How far a meander is off the spacing asked, at the worst of several: by its length on its surface, and from line to line as designs are measured. */
function spacing(): void {
  let [byLength, fromLine] = [0, 0];
  for (const apart of [6, 9, 12.7, 19, 25.4]) {
    for (const seed of [1, 2, 3, 4]) {
      const { fill } = areaWith(1000, 3);
      const lines = backgroundLines(fill, { ...USUAL_BACKGROUND, spacing: apart, seed });
      // Half a spacing along every edge is nobody's.
      const own = surface(grown(fill.left, -apart / 2));
      const edge = (surface(fill.left) - own) / 2;
      byLength = Math.max(byLength, Math.abs((own + edge) / total(lines) / apart - 1));
      const measured = medianSpacing(indexSegments(lines), boundsOf(lines)!)!;
      fromLine = Math.max(fromLine, Math.abs(measured / apart - 1));
    }
  }
  printFigure('fill.meander_spacing_error', 100 * byLength, '%', '≤ 10');
  printFigure('fill.meander_line_to_line_error', 100 * fromLine, '%', null);
}

/** A king-size top with 25 keep-outs filled half an inch apart: laid, cut and joined. */
function king(): void {
  const { area, fill } = areaWith(2700, 5);
  for (const kind of BACKGROUND_KINDS) {
    let runs = 0;
    const ms = medianMs(() => {
      const mask = maskOf(area);
      const lines = backgroundLines(fill, { ...USUAL_BACKGROUND, kind, spacing: MM_PER_INCH / 2 });
      runs = rejoin(cutLines(lines, mask), mask, USUAL_REJOIN).runs.length;
    }, 3);
    printFigure(kind === 'meander' ? 'fill.ms_king' : `fill.ms_king_${kind}`, ms, 'ms', null);
    printFigure(`fill.runs_king_${kind}`, runs, 'runs', '1');
  }
}

export function benchFills(): void {
  spacing();
  king();
}
