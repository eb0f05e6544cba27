import type { Shape } from '../cloth/shape.ts';
import { contain, type ContainRule } from './contain.ts';
import { corners, type CornersRule } from './corners.ts';
import { fill, type FillRule } from './fill.ts';
import type { Drawn, Fit } from './fit.ts';
import type { Warp } from './warp.ts';

/** How a design is fitted into a patch: a kind, with settings of its own. */
export type FitRule = ContainRule | FillRule | CornersRule;
export type FitKind = FitRule['kind'];

const FITS: { readonly [K in FitKind]: Fit<Extract<FitRule, { kind: K }>> } = { contain, fill, corners };

export const FIT_KINDS = Object.keys(FITS) as readonly FitKind[];

export const fitTakes = (kind: FitKind, shape: Shape): boolean => FITS[kind].takes(shape);

/** Null when the fit can't fill the shape, or nothing is left of it. */
export function fitWarp(drawn: Drawn, shape: Shape, rule: FitRule): Warp | null {
  const fit = FITS[rule.kind] as Fit<FitRule>;
  return fit.takes(shape) ? fit.warp(drawn, shape, rule) : null;
}
