import {
  GENERIC_MOTION,
  arrangedDesign,
  tracedShape,
  layInPatch,
  seatIn,
  usualStages,
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
  ...usualStages('d'),
  id: 'r',
  orient: { angle: 0.2, mirror: false, up: 'patch' },
  fit: { kind: 'corners', margins: [6], bend: 'even' },
  stitch: { stitchesPerInch: 11, tieOff: 'short' },
};

/** A recipe of 2,000 points changed by a hair, and all that follows of it worked out anew in sixty off-square patches. */
function familyOf60(): void {
  const line = [longLine(2000)];
  const patches = Array.from({ length: 60 }, (_, i) =>
    SHAPE.map((one, k) => ({ ...one, at: clothPoint(one.at.x + ((i * 7 + k * 3) % 5), one.at.y + ((i * 3 + k) % 4)) })),
  );
  const drawn = arrangedDesign(line, RECIPE);
  for (const shape of patches) {
    const { strokes, distortion } = layInPatch(drawn, RECIPE, seatIn(shape, shape, 'patch'))!;
    distortion();
    stitchStrokes(strokes, RECIPE.stitch, { motion: GENERIC_MOTION, thickness: 3 });
  }
}

export function benchCore(): void {
  const strokes = [longLine(20_000)];
  const laid = () => layInPatch(arrangedDesign(strokes, RECIPE), RECIPE, seatIn(SHAPE, SHAPE, 'quilt'))!;
  const wavy = tracedShape(
    Array.from({ length: 40 }, (_, i) => {
      const [side, k] = [Math.floor(i / 10), i % 10];
      const by = 4 * Math.sin(k);
      const at = [
        clothPoint(30 * k, by),
        clothPoint(300 + by, 30 * k),
        clothPoint(300 - 30 * k, 300 + by),
        clothPoint(by, 300 - 30 * k),
      ];
      return { at: at[side]!, corner: k === 0 };
    }),
  );
  const edges = { ...RECIPE, fit: { kind: 'edges', margins: [6] } } as const;
  const drawn = arrangedDesign(strokes, edges);
  const bent = () => layInPatch(drawn, edges, seatIn(wavy, wavy, 'patch'))!;
  const stitched = () => stitchStrokes(laid().strokes, RECIPE.stitch, { motion: GENERIC_MOTION, thickness: 3 });
  printFigure('fit.coons_ms_20k', medianMs(bent), 'ms, 20,000 points between four traced edges', '< 15');
  printFigure(
    'fit.family_60_ms',
    medianMs(familyOf60, 9),
    'ms, 60 patches, 2,000 points each, stitches included',
    '< 150',
  );
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
