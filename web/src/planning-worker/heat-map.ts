import type { DistanceField } from '@gorse/core';

/** A picture of the distance to the nearest stitch, one pixel a cell. */
export interface HeatMap {
  readonly columns: number;
  readonly rows: number;
  /** Edge of a cell, mm. */
  readonly cell: number;
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  /** The gap that has the last colour, mm: the widest there is, or what the batting allows if that is less. */
  readonly widest: number;
}

/** Gap in parts of the widest, and its colour: moss where dense, calico, gorse, and rowan where it is widest. */
export const HEAT: readonly { readonly part: number; readonly rgb: readonly [number, number, number] }[] = [
  { part: 0, rgb: [79, 107, 60] },
  { part: 0.2, rgb: [178, 192, 150] },
  { part: 0.4, rgb: [246, 243, 234] },
  { part: 0.7, rgb: [227, 165, 0] },
  { part: 1, rgb: [179, 55, 43] },
];

/** Too wide a gap is hatched as well, so that it doesn't take an eye for colour: stripes of so many cells. */
const HATCH = 5;
const OPACITY = 190;

/** @param allowed the gap that the batting allows, mm */
export function heatMap({ cell, columns, rows, distance }: DistanceField, allowed: number): HeatMap {
  const widest = Math.min(allowed, 2 * distance.reduce((most, one) => Math.max(most, one), 0));
  const pixels = new Uint8ClampedArray(4 * columns * rows);
  const table = Array.from({ length: 257 }, (_, i) => colourAt(i / 256));
  for (let y = 0, i = 0; y < rows; y++) {
    for (let x = 0; x < columns; x++, i++) {
      const gap = 2 * distance[i]!;
      const part = gap === 0 ? 0 : gap / widest;
      const hatched = gap > allowed && (x + y) % (2 * HATCH) < HATCH;
      const [r, g, b] = hatched ? [43, 42, 39] : table[Math.min(256, Math.floor(part * 256))]!;
      pixels[4 * i] = r;
      pixels[4 * i + 1] = g;
      pixels[4 * i + 2] = b;
      pixels[4 * i + 3] = OPACITY;
    }
  }
  return { columns, rows, cell, pixels, widest };
}

function colourAt(part: number): readonly [number, number, number] {
  const next = Math.max(
    1,
    HEAT.findIndex((stop) => stop.part >= part),
  );
  const [a, b] = [HEAT[next - 1]!, HEAT[next]!];
  const t = (part - a.part) / (b.part - a.part);
  return [0, 1, 2].map((k) => a.rgb[k]! + (b.rgb[k]! - a.rgb[k]!) * t) as unknown as readonly [number, number, number];
}
