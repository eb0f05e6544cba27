import { pointsOf } from '../geometry/polyline.ts';
import { coordinate, type ExportSheet } from './exported.ts';

/** One point a row in millimetres, y down, with the number of its stroke. */
export function writeCsv(sheet: ExportSheet): string {
  const strokes = sheet.placements.flatMap((placement) => placement.strokes);
  const rows = strokes.flatMap((stroke, i) =>
    pointsOf(stroke).map((p) => `${i + 1},${coordinate(p.x)},${coordinate(p.y)}`),
  );
  return ['stroke,x_mm,y_mm', ...rows, ''].join('\n');
}
