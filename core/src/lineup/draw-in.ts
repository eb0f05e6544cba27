import type { ClothPoint } from '../geometry/point.ts';
import { FINISHED } from './cloth-prior.ts';
import { TREND } from './trends.ts';
import type { ClothModel } from './line-up.ts';

/** Shrinkage against the plan as a part of the length, with its 95 % bound. */
export interface DrawIn {
  readonly along: { readonly part: number; readonly bound: number };
  readonly across: { readonly part: number; readonly bound: number };
}

/** What the quilt has drawn in by, as one advance shows it (null: the quilt as a whole), where it isn't stitched yet. */
export const drawInOf = (cloth: ClothModel, advance: number | null): DrawIn => ({
  along: amountOf(cloth, TREND.along, advance),
  across: amountOf(cloth, TREND.across, advance),
});

/**
 * What cloth nobody has touched, between two points, will measure when all is stitched, across the poles, with its 95 % bound, mm: touches
 * elsewhere tell how cloth draws in on the whole, and it does so otherwise from one place to another.
 */
export function finishedLength(
  cloth: ClothModel,
  from: ClothPoint,
  to: ClothPoint,
): { readonly length: number; readonly bound: number } {
  const { offset, doubt } = cloth.span(from, to, FINISHED);
  const uneven = 2 * UNEVEN.size ** 2 * (1 - Math.exp(-(offset.y ** 2) / (2 * UNEVEN.scale ** 2)));
  return { length: offset.y, bound: SIGMAS_95 * Math.sqrt(Math.max(0, doubt.yy) + uneven) };
}

/** How far places lie off by draw-in that differs from one to another, mm: standard deviation, and over what length they do so alike. */
const UNEVEN = { size: 2.2, scale: 500 };

/** Of one normal number 95 % lies within this many standard deviations. */
const SIGMAS_95 = 1.96;

function amountOf(
  cloth: ClothModel,
  trend: number,
  advance: number | null,
): { readonly part: number; readonly bound: number } {
  const parts = cloth.models.map(({ weight, known }) => ({ weight, ...known.trend(trend, advance) }));
  const mean = parts.reduce((sum, one) => sum + one.weight * one.mean, 0);
  const variance = parts.reduce((sum, one) => sum + one.weight * (one.variance + (one.mean - mean) ** 2), 0);
  return { part: mean, bound: SIGMAS_95 * Math.sqrt(Math.max(0, variance)) };
}
