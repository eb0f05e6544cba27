import { clothPoint } from '../geometry/point.ts';
import { LARGEST_QUILT } from '../tolerances.ts';
import type { Region } from './region.ts';
import { type Setting, settingPatches, settingSize } from './settings/settings.ts';
import { boxShape } from './shape.ts';
import type { Size } from './size.ts';

/** One border round everything inside it; the strips above and below run from edge to edge. */
export interface Border {
  /** mm */
  readonly width: number;
}

/** What a quilt top is made of. */
export interface QuiltMap {
  /** Of the whole top: it follows from the others, and is kept so that who only needs the size needn't know of settings. */
  readonly size: Size;
  readonly setting: Setting;
  /** From the inside out. */
  readonly borders: readonly Border[];
}

/** Borders of no width are left out. */
export function makeMap(setting: Setting, borders: readonly Border[]): QuiltMap {
  const kept = borders.filter(({ width }) => width > 0);
  const { width, length } = settingSize(setting);
  const round = 2 * borderDepth(kept);
  return { size: { width: width + round, length: length + round }, setting, borders: kept };
}

/** How far the setting lies from the top's edge, mm. */
export const borderDepth = (borders: readonly Border[]): number => borders.reduce((sum, { width }) => sum + width, 0);

/** No quilt is wider or longer than `LARGEST_QUILT`. */
export const isTooLarge = ({ size }: QuiltMap): boolean => size.width > LARGEST_QUILT || size.length > LARGEST_QUILT;

/** Whether the size that a map says is the one that follows from it. */
export function isTrueToSize({ size, setting, borders }: QuiltMap): boolean {
  const made = makeMap(setting, borders).size;
  return Math.abs(made.width - size.width) < SIZE_OFF && Math.abs(made.length - size.length) < SIZE_OFF;
}
/** What rounding may do to a size on its way, mm. */
const SIZE_OFF = 1e-6;

/** The patches that setting and borders make, in reading order; together they tile the top exactly. */
export function mapPatches({ size, setting, borders }: QuiltMap): Region[] {
  const depth = borderDepth(borders);
  const before: Region[] = [];
  const after: Region[] = [];
  borders.forEach(({ width }, i) => {
    const out = borderDepth(borders.slice(i + 1));
    const [above, beside, opposite, below] = borderStrips(i, borders.length, size, out, width);
    before.unshift(above, beside);
    after.push(opposite, below);
  });
  return [...before, ...settingPatches(setting, clothPoint(depth, depth)), ...after];
}

/** The strips above, left, right and below of a border whose outer edge lies `out` inside the top's. */
function borderStrips(i: number, count: number, { width: w, length: l }: Size, out: number, width: number) {
  const strip = (side: string, x0: number, y0: number, x1: number, y1: number): Region => {
    const ends = side === 'top' || side === 'bottom';
    return {
      id: i === 0 ? `border-${side}` : `border-${i + 1}-${side}`,
      kind: 'border',
      name: count === 1 ? `${side} border` : `${side} border ${i + 1}`,
      origin: 'setting',
      family: `border-${i + 1}-${ends ? 'h' : 'v'}`,
      print: 0,
      shape: boxShape(clothPoint(x0, y0), clothPoint(x1, y1)),
    };
  };
  const inner = out + width;
  return [
    strip('top', out, out, w - out, inner),
    strip('left', out, inner, inner, l - inner),
    strip('right', w - inner, inner, w - out, l - inner),
    strip('bottom', out, l - inner, w - out, l - out),
  ] as const;
}
