import type { ClothPoint } from '../geometry/point.ts';

/** Where a copy lies, and how much larger it is than drawn. */
export interface Copy {
  readonly scale: number;
  /** Of its box. */
  readonly centre: ClothPoint;
}
