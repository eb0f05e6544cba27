import { DxfWriter, LWPolylineFlags, Units, point2d } from '@tarikjabiri/dxf';
import type { Point } from '../geometry/point.ts';
import { pointsOf } from '../geometry/polyline.ts';
import { type ExportSheet, PATCHES, STITCH_LINES } from './exported.ts';

/** A DXF drawing in millimetres, y up as CAD programs expect: layer PATCHES for reference, STITCH_LINES with one LWPOLYLINE a stroke. */
export function writeDxf(sheet: ExportSheet): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLayer(PATCHES, 8);
  dxf.addLayer(STITCH_LINES, 7);
  const vertices = (points: readonly Point[]): { point: ReturnType<typeof point2d> }[] =>
    points.map((p) => ({ point: point2d(p.x, sheet.height - p.y) }));
  for (const patch of sheet.patches) {
    dxf.addLWPolyline(vertices(patch.ring), { layerName: PATCHES, flags: LWPolylineFlags.Closed });
  }
  for (const placement of sheet.placements) {
    for (const stroke of placement.strokes) dxf.addLWPolyline(vertices(pointsOf(stroke)), { layerName: STITCH_LINES });
  }
  return dxf.stringify();
}
