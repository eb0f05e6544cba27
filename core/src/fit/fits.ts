import type { Shape } from '../cloth/shape.ts';
import { along, type AlongRule } from './along.ts';
import { contain, type ContainRule } from './contain.ts';
import { corners, type CornersRule } from './corners.ts';
import { edges, type EdgesRule } from './edges.ts';
import { fill, type FillRule } from './fill.ts';
import type { Drawn, Fit } from './fit.ts';
import type { Margins } from './margins.ts';
import { place, type PlaceRule } from './place.ts';
import type { Seat } from './seat.ts';
import { threePoint, type ThreePointRule } from './three-point.ts';
import type { Warp } from './warp.ts';

/** How a design is fitted into a patch: a kind, with settings of its own. */
export type FitRule = PlaceRule | ContainRule | FillRule | ThreePointRule | CornersRule | EdgesRule | AlongRule;
export type FitKind = FitRule['kind'];

const FITS: { readonly [K in FitKind]: Fit<Extract<FitRule, { kind: K }>> } = {
  place,
  contain,
  fill,
  threePoint,
  corners,
  edges,
  along,
};

export const FIT_KINDS = Object.keys(FITS) as readonly FitKind[];

export const fitTakes = (kind: FitKind, shape: Shape): boolean => FITS[kind].takes(shape);

/** Null when the fit can't fill the shape, or nothing is left of it. */
export function fitWarp(drawn: Drawn, seat: Seat, rule: FitRule): Warp | null {
  const fit = FITS[rule.kind] as Fit<FitRule>;
  return fit.takes(seat.shape) ? fit.warp(drawn, seat, rule) : null;
}

/** The margins that a fit keeps; none where it lies in a size of its own. */
export const marginsOf = (rule: FitRule): Margins => ('margins' in rule ? rule.margins : NO_MARGINS);
const NO_MARGINS: Margins = [0];

/** A fit of another kind that keeps the margins. */
export const refitted = (rule: FitRule, kind: FitKind): FitRule =>
  rule.kind === kind ? rule : FITS[kind].usual(marginsOf(rule));

/** The same fit with other margins; one that keeps none stays as it is. */
export const withMargins = (rule: FitRule, margins: Margins): FitRule =>
  'margins' in rule ? { ...rule, margins } : rule;
