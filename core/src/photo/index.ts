/** What is known of photos beyond this room. */
export { findEdge, type FoundEdge, type Gradients, gradientsOf } from './find-edge.ts';
export { type Pixels, rectify } from './rectify.ts';
export {
  MOST_PHOTO_POINTS,
  type PhotoPoint,
  type PhotoSize,
  type SquaredUp,
  squareUp,
  turnedPoints,
} from './square-up.ts';
