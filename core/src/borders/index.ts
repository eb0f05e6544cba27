export { type BorderEdge, BORDER_EDGES } from '../cloth/bend.ts';
export {
  BORDER_WISHES,
  type BorderLook,
  type BorderSet,
  type BorderWish,
  CORNER_SCHOOLS,
  type CornerSchool,
  MOST_REPEATS,
  type PinnedCount,
  type CountOf,
  type StripId,
  type Stance,
  STANCES,
  type BorderStretch,
  BORDER_STRETCHES,
  type Through,
  THROUGHS,
  ACROSS_WAYS,
  type AcrossWay,
} from './border-set.ts';
export { type PlaceStretch, type SideStretch, worstPlace } from './stretch-by-place.ts';
export type { BorderSide } from './solve-border.ts';
