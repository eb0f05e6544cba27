import { edgesOf, outlineOf, type Shape } from '../cloth/shape.ts';
import type { FramePoint } from '../geometry/point.ts';
import { insideRing } from '../geometry/polygon.ts';
import { type Polyline, polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import type { LineUp } from '../lineup/line-up.ts';

/** The sides of a patch as one stands before it. */
export const FRAME_SIDES = ['above', 'right', 'below', 'left'] as const;
export type FrameSide = (typeof FRAME_SIDES)[number];

/** What is left between stitches and the seam on each side that a patch has, mm; less than 0: they run over it. */
export type MarginsLeft = Partial<Readonly<Record<FrameSide, number>>>;

/**
 * @param lines stitches on the frame
 * @param shape the patch as it was touched
 */
export function marginsLeft(
  lines: readonly Polyline[],
  shape: Shape,
  { toFrame }: Pick<LineUp, 'toFrame'>,
): MarginsLeft {
  const ring = outlineOf(shape).map(toFrame);
  const edges = edgesOf(shape).map(({ line }) => {
    const seam = line.map(toFrame);
    return { side: sideOf(seam), seam: indexSegments([polyline(seam)]) };
  });
  const left: Partial<Record<FrameSide, number>> = {};
  const tell = (side: FrameSide, mm: number): void => {
    left[side] = Math.min(left[side] ?? Infinity, mm);
  };
  for (const line of lines)
    for (let i = 0; i < line.length; i += 2) {
      const [x, y] = [line[i]!, line[i + 1]!];
      const away = edges.map(({ seam }) => seam.distance(x, y));
      if (insideRing(ring, x, y)) edges.forEach(({ side }, k) => tell(side, away[k]!));
      else {
        // It has crossed the seam that it lies nearest to.
        const over = Math.min(...away);
        tell(edges[away.indexOf(over)]!.side, -over);
      }
    }
  return left;
}

/** Where a seam lies that a patch has on its right as one goes along it. */
function sideOf(seam: readonly FramePoint[]): FrameSide {
  const [a, b] = [seam[0]!, seam.at(-1)!];
  const [across, down] = [b.x - a.x, b.y - a.y];
  if (Math.abs(across) >= Math.abs(down)) return across >= 0 ? 'above' : 'below';
  return down >= 0 ? 'right' : 'left';
}
