/** What is known of the stand-in for frame and cloth beyond this room. */
export { type ClothField, clothFields, seamsOf } from './cloth-fields.ts';
export { commandHead, headState, standInProfile } from './head.ts';
export { type Head, type HeadProfile, newHead } from './head-model.ts';
export { advanceHead, mountHead } from './head-motion.ts';
export { normalFrom, randomFrom, seedOf } from '../random.ts';
export {
  BENCH_CLOTH,
  type ClothNature,
  clothUnder,
  makeTrueCloth,
  makeTrueQuilt,
  PIECED_CLOTH,
  seeCloth,
  seeLine,
  type TrueCloth,
} from './true-cloth.ts';
export { type LineUpPolicy, type SimulatedQuilt, simulateQuilt } from './whole-quilt.ts';
export { type FollowedBorder, stitchWandering } from './wandering-border.ts';
export { stitchOffSquare } from './off-square.ts';
