import {
  GENERIC_MOTION,
  layInPatch,
  polyline,
  readSvg,
  polygonShape,
  type RecipeRecord,
  stitchClock,
  stitchStrokes,
  clothPoint,
} from '@gorse/core';
import { medianMs, printFigure } from './figures.ts';

/** A long curving line of so many points, in a box of about 300 mm: loops wound round a ring. */
export function longLine(points: number): Float64Array {
  return polyline(
    Array.from({ length: points }, (_, i) => {
      const t = (i / (points - 1)) * 2 * Math.PI;
      const r = 100 + 48 * Math.sin(37 * t);
      return { x: 150 + r * Math.cos(5 * t), y: 150 + r * Math.sin(5 * t) };
    }),
  );
}

export const svgOf = (line: Float64Array): string => {
  let path = '';
  for (let i = 0; i < line.length; i += 2)
    path += `${i === 0 ? 'M' : 'L'}${line[i]!.toFixed(3)} ${line[i + 1]!.toFixed(3)}`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="300mm" viewBox="0 0 300 300"><path d="${path}"/></svg>`;
};

const SHAPE = polygonShape([clothPoint(0, 0), clothPoint(300, 4), clothPoint(296, 303), clothPoint(-3, 299)]);

const RECIPE: RecipeRecord = {
  id: 'r',
  designId: 'd',
  orient: { angle: 0.2, mirror: false },
  fit: { kind: 'corners', margin: 6 },
  stitch: { stitchesPerInch: 11, tieOff: 'short' },
};

export function benchCore(): void {
  const strokes = [longLine(20_000)];
  const laid = () => layInPatch(strokes, RECIPE, SHAPE)!;
  const stitched = () => stitchStrokes(laid().strokes, RECIPE.stitch, { motion: GENERIC_MOTION, thickness: 3 });
  printFigure('fit.corners_ms', medianMs(laid), 'ms, 20,000 points', null);
  printFigure('plan.resolve_ms', medianMs(stitched), 'ms, 20,000 points, stitches included', null);
  const [run] = stitched().needle;
  printFigure(
    'stitch.clock_ms',
    medianMs(() => stitchClock(run!, GENERIC_MOTION)),
    'ms',
    null,
  );
  const svg = svgOf(strokes[0]!);
  printFigure('import.svg_mb_per_s', svg.length / 1e6 / (medianMs(() => readSvg(svg), 5) / 1000), 'MB/s', null);
}
