import { applyToPolyline, rotation } from '../geometry/affine.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import type { Background, FillArea } from './rule.ts';

/** How far lines run beyond what they fill, mm: they end where they are cut. */
const BEYOND = 1;

type Turned = Pick<Background, 'spacing' | 'angle'>;

/** Straight lines at an angle, the first and last as far from what they fill as half of what is left over; there and back in turn. */
export function parallels({ left }: Pick<FillArea, 'left'>, { spacing, angle }: Turned): Polyline[] {
  const turn = (angle / 180) * Math.PI;
  const { minX, minY, maxX, maxY } = boundsOf(left.map((ring) => applyToPolyline(rotation(-turn), ring)))!;
  const count = Math.max(1, Math.ceil((maxY - minY) / spacing));
  const first = (minY + maxY - (count - 1) * spacing) / 2;
  return Array.from({ length: count }, (_, i) => {
    const [y, from, to] = [first + i * spacing, minX - BEYOND, maxX + BEYOND];
    const line = i % 2 === 0 ? [from, y, to, y] : [to, y, from, y];
    return applyToPolyline(rotation(turn), Float64Array.from(line));
  });
}

/** The same twice, the second across the first. */
export const grid = (area: Pick<FillArea, 'left'>, rule: Turned): Polyline[] => [
  ...parallels(area, rule),
  ...parallels(area, { ...rule, angle: rule.angle + 90 }),
];
