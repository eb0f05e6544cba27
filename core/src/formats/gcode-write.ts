import { pointCount } from '../geometry/polyline.ts';
import { cleaned, coordinate, type ExportSheet } from './exported.ts';

/**
 * Plain G-code in millimetres, y up: G0 travels with the needle up, M3 and M5 start and stop stitching, each G1 ends at a needle point, F
 * says how fast each placement is stitched.
 * The origin is the sheet's lower-left corner.
 */
export function writeGcode(sheet: ExportSheet): string {
  const title = (text: string): string => `(${cleaned(text).replace(/[()]/g, ' ')})`;
  const { corner } = sheet;
  const out = [
    title(sheet.title),
    title(`sheet ${coordinate(sheet.width)} x ${coordinate(sheet.height)} mm`),
    ...(corner
      ? [title(`upper left corner of the quilt at X${coordinate(corner.x)} Y${coordinate(sheet.height - corner.y)}`)]
      : []),
    'G21',
    'G90',
    'M5',
  ];
  for (const placement of sheet.placements) {
    out.push(title(placement.name), `F${Math.round(placement.feed)}`);
    for (const run of placement.needlePoints) {
      for (let i = 0; i < pointCount(run); i++) {
        out.push(`${i === 0 ? 'G0' : 'G1'} X${coordinate(run[2 * i]!)} Y${coordinate(sheet.height - run[2 * i + 1]!)}`);
        if (i === 0) out.push('M3');
      }
      out.push('M5');
    }
  }
  out.push('M2', '');
  return out.join('\n');
}
