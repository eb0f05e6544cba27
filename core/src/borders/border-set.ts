import type { BorderSpan, Side } from '../cloth/border.ts';

/** How the strips of a border meet at its corners. */
export const CORNER_SCHOOLS = ['deadEnd', 'pinwheel', 'mitre', 'cornerDesign', 'cornerstone'] as const;
export type CornerSchool = (typeof CORNER_SCHOOLS)[number];

/** Of strips that stop dead at the others: which ones run through. */
export const THROUGHS = ['ends', 'sides'] as const;
export type Through = (typeof THROUGHS)[number];

/** How a design stands on each side: its feet outward; upright as the quilt hangs; feet inward, opposite sides as in a mirror; feet inward, one way round. */
export const STANCES = ['outward', 'upright', 'mirrored', 'round'] as const;
export type Stance = (typeof STANCES)[number];

/** What gives way so that whole repeats fill a side: all of them alike, straight spacers between them, or the middle one alone. */
export const BORDER_STRETCHES = ['evenly', 'spacers', 'middle'] as const;
export type BorderStretch = (typeof BORDER_STRETCHES)[number];

/** What matters to the person: answers are ranked by it. */
export const BORDER_WISHES = ['stretch', 'alike', 'size', 'whole', 'cuts'] as const;
export type BorderWish = (typeof BORDER_WISHES)[number];

/** How sides that run across the poles are stitched: stretch by stretch as the quilt is rolled, or whole, once all else is done and it was turned. */
export const ACROSS_WAYS = ['sections', 'turned'] as const;
export type AcrossWay = (typeof ACROSS_WAYS)[number];

/** How a border is worked. */
export interface BorderLook {
  readonly corners: CornerSchool;
  readonly through: Through;
  /** The part of the strip's depth that the design takes up. */
  readonly fill: number;
}

/** A strip of a set: a side of a border, or one of those of a kind, from 1. */
export type StripId = Side | `strip-${number}`;

/** What has a count of its own: a side of a border, or all strips of a kind that are alike long, the longest first. */
export type CountOf = Side | `length-${number}`;

export interface PinnedCount {
  readonly side: CountOf;
  readonly count: number;
}

/** One design round a border of the map, or round some side by side; or along strips of patches. Millimetres. */
export interface BorderSet extends BorderLook, BorderSpan {
  /** The kind of strips that it runs along instead of a border (`cloth/patch-strips`): sashing, or triangles in a row; null for a border. */
  readonly strips: string | null;
  readonly designId: string;
  /** Turns the corners, where they have a design of their own. */
  readonly cornerDesignId: string | null;
  readonly stance: Stance;
  readonly stretch: BorderStretch;
  /** Kept clear beyond the binding's allowance, and along the inner seam. */
  readonly clear: { readonly outer: number; readonly inner: number };
  /** Sides whose count of repeats is said; those of the others follow. */
  readonly pinned: readonly PinnedCount[];
  readonly wish: BorderWish;
  /** Strips that are worked by themselves. */
  readonly without: readonly StripId[];
  readonly across: AcrossWay;
}

/** More repeats than this on one side can't be told apart. */
export const MOST_REPEATS = 400;
