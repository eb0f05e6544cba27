/** What is known of the frame beyond this room. */
export {
  ANSWERS_WITHIN,
  BEAT_EVERY,
  FRAME_LINK_VERSION,
  type FrameEvent,
  headAt,
  type Held,
  type LoadCommand,
  type NeedlePosition,
  SILENCE,
  type StrokeOfRun,
  type FrameCommand,
  type FrameEventKind,
  type FrameFault,
  type FrameMode,
  type HeadCommand,
  type MountCommand,
  type TrueLine,
  type TruePatch,
  type FrameReply,
  type FrameState,
} from './frame-link.ts';
export { type HeadSeen, interlock } from './interlocks.ts';
export { BEADS, type Bead, checksOf, type FrameAction, type HeadNow, type Instruction } from './instruction.ts';
export { cornersAtHand, type FoundAgain, type Landmark, lowestStitched } from './landmarks.ts';
export type { LineUpView } from './line-up-view.ts';
export { type FramePiece, piecesInPasses } from './pieces-in-passes.ts';
export { type Rolling, seamWayOf, type SeamWay } from './rolling.ts';
export { lineUpTask, type OnFrame, type Said, situationAt, type Task, taskAt } from './situation.ts';
export { NO_WISHES, type Wishes } from './wanted.ts';
export {
  type BentEdge,
  edgeTouched,
  FEWEST_ROUND,
  type PatchHere,
  patchHere,
  type TouchedAs,
  touchesOfWay,
  type Touching,
} from './patch-here.ts';
export { FRAME_SIDES, type FrameSide, type MarginsLeft, marginsInBorder, marginsLeft } from './margins-left.ts';
export {
  type EdgeFollowed,
  edgeFollowed,
  type EdgePlace,
  type EdgesKnown,
  followEdges,
  type Following,
} from './follow-edges.ts';
export { type Reposition, repositioned } from './reposition.ts';
