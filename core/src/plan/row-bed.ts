import { insideOf } from '../cloth/border.ts';
import { outlineOf } from '../cloth/shape.ts';
import { loadedInsets, loadedSize, type Loading, loadingMap } from '../cloth/loading.ts';
import {
  type AffineMap,
  applyToPoint,
  mapBetween,
  compose,
  inverse,
  scaling,
  translation,
} from '../geometry/affine.ts';
import type { BedPoint, ClothPoint } from '../geometry/point.ts';
import type { RowBed } from '../rows/lay-rows.ts';
import type { RowArea } from '../rows/row-set.ts';
import { quiltOf, type PlanRecords } from './plan-document.ts';

/** The area of a row set as it will measure when quilted, and the way from there to the cloth as planned. */
export interface PlacedBed {
  readonly bed: RowBed;
  /** Undoes the draw-in and the loading. */
  readonly toCloth: AffineMap<BedPoint, ClothPoint>;
  /** From the finished quilt's left and upper edges, as loaded, to the area's, mm. */
  readonly left: number;
  readonly top: number;
  /** What draw-in takes off the area's length, mm. */
  readonly drawnIn: number;
  /** Millimetres of cloth, as planned, in one of the finished quilt. */
  readonly loose: number;
}

/** An area that leaves nothing has a bed of no length. `loading` stands for the quilt's own, to compare. */
export function rowBed(records: PlanRecords, area: RowArea, loading?: Loading): PlacedBed {
  const { map, batting, loading: own } = quiltOf(records);
  const lie = loadingMap(loading ?? own, map.size);
  const { width, length } = loadedSize(loading ?? own, map.size);
  const inset = loadedInsets(loading ?? own, insideOf(area.insideBorder ? map.borders : []));
  const from = area.fromRegionId === null ? undefined : records.regions[area.fromRegionId];
  const begins = from ? Math.min(...outlineOf(from.shape).map((p) => applyToPoint(lie, p).y)) : 0;
  const top = Math.max(inset.top, begins);
  const left = 1 - batting.drawIn;
  const room = Math.max(0, length - inset.bottom - top);
  const toBed = mapBetween<ClothPoint, BedPoint>(compose(lie, translation(-inset.left, -top), scaling(left, left)));
  return {
    bed: {
      width: (width - inset.left - inset.right) * left,
      length: room * left,
      stops: area.insideBorder,
      holes: area.leaveOut.flatMap((id) => {
        const region = records.regions[id];
        return region ? [outlineOf(region.shape).map((p) => applyToPoint(toBed, p))] : [];
      }),
    },
    toCloth: inverse(toBed),
    left: inset.left * left,
    top: top * left,
    drawnIn: room * batting.drawIn,
    loose: 1 / left,
  };
}
