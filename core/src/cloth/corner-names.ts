import type { Lie } from './loading.ts';
import { applyToPoint } from '../geometry/affine.ts';
import { ringBounds } from '../geometry/polygon.ts';
import { cornersOf, outlineOf, type Shape } from './shape.ts';

/** A corner farther out than this, as a part of the way from the middle of the patch's box to its side, lies on that side. */
const ON_SIDE = 0.4;

/**
 * What the corners of a patch are called as the quilt is loaded, by the ids of their controls: `upper left`, `right`; counted clockwise (`3rd`)
 * where such words would name two alike.
 */
export function cornerNames(shape: Shape, lie: Lie): ReadonlyMap<string, string> {
  const box = ringBounds(outlineOf(shape).map((p) => applyToPoint(lie, p)));
  const [cx, cy] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  const corners = cornersOf(shape).map(({ id, at }) => {
    const p = applyToPoint(lie, at);
    const across = (p.x - cx) / (box.maxX - cx || 1);
    const down = (p.y - cy) / (box.maxY - cy || 1);
    const height = Math.abs(down) <= ON_SIDE ? '' : down < 0 ? 'upper' : 'lower';
    const side = Math.abs(across) <= ON_SIDE ? '' : across < 0 ? 'left' : 'right';
    return [id, height && side ? `${height} ${side}` : height || side] as const;
  });
  const alike = new Set(corners.map(([, word]) => word)).size < corners.length || corners.some(([, word]) => !word);
  return new Map(corners.map(([id, word], i) => [id, alike ? ordinal(i + 1) : word]));
}

const ordinal = (n: number): string => {
  const last = n % 100 >= 11 && n % 100 <= 13 ? 0 : n % 10;
  return `${n}${last === 1 ? 'st' : last === 2 ? 'nd' : last === 3 ? 'rd' : 'th'}`;
};
