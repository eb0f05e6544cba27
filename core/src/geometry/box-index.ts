import Flatbush from 'flatbush';

/** Boxes found by place; the one use of the index library. Coordinates in any one space. */
export interface BoxIndex {
  /** Indices of the boxes that meet a box. */
  search(minX: number, minY: number, maxX: number, maxY: number): number[];
  /** Indices of the nearest boxes, nearest first, up to a distance. */
  nearest(x: number, y: number, most: number, within?: number): number[];
}

/** Throws without a box. `addBox` adds the box of an index by minX, minY, maxX, maxY. */
export function indexBoxes(
  count: number,
  addBox: (i: number, add: (minX: number, minY: number, maxX: number, maxY: number) => void) => void,
): BoxIndex {
  const index = new Flatbush(count);
  const add = (minX: number, minY: number, maxX: number, maxY: number): void => void index.add(minX, minY, maxX, maxY);
  for (let i = 0; i < count; i++) addBox(i, add);
  index.finish();
  return {
    search: (minX, minY, maxX, maxY) => index.search(minX, minY, maxX, maxY),
    nearest: (x, y, most, within = Infinity) => index.neighbors(x, y, most, within),
  };
}
