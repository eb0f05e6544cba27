import { pointCount } from '../geometry/polyline.ts';
import type { ExportSheet } from './exported.ts';

/** HPGL in plotter units of 0.025 mm, y up from the sheet's lower-left corner; the pen goes up only between strokes. */
export function writeHpgl(sheet: ExportSheet): string {
  // On the grid of units, so that turning y up rounds nothing.
  const top = Math.ceil(sheet.height * 40);
  const at = (x: number, y: number): string => `${Math.round(x * 40)},${top - Math.round(y * 40)}`;
  const out = ['IN;SP1;'];
  for (const { strokes } of sheet.placements) {
    for (const stroke of strokes) {
      const points = Array.from({ length: pointCount(stroke) }, (_, i) => at(stroke[2 * i]!, stroke[2 * i + 1]!));
      out.push(`PU${points[0]!};`, `PD${points.slice(1).join(',')};`);
    }
  }
  out.push('PU;SP0;', '');
  return out.join('\n');
}
