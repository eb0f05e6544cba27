/** What is known of cloth beyond this room. */
export { type Batting, expectedDrawIn, type Fibre, FIBRES, usualBatting } from './batting.ts';
export { type EdgeShape, isScalloped, isStraight, STRAIGHT } from './edge-shape.ts';
export { type StripKind, stripKinds } from './patch-strips.ts';
export {
  AS_FIRST,
  AS_TURNED,
  type Lie,
  lieWhen,
  loadedSize,
  type Loading,
  loadingMap,
  LOADINGS,
  loadingWhen,
  otherLoading,
  sidesAcross,
  type Turnable,
} from './loading.ts';
export { controlId, isControlId, type MapGraph, mapGraph } from './map-graph.ts';
export {
  BORDER_CORNERS,
  type Border,
  type BorderCorner,
  borderName,
  borderPatchId,
  bordersOf,
  type BorderSpan,
  spanPatchIds,
  evenBorder,
  insideOf,
  type Side,
  SIDES,
} from './border.ts';
export { type Blocks, PLAIN_BLOCKS, type Turns, TURNS } from './blocks.ts';
export { UNIT_KINDS, type UnitKind } from './units.ts';
export {
  mapAsMeasured,
  type Edge,
  type Measure,
  type Measured,
  MEASURES,
  type Taken,
  type TopVerdict,
  topVerdict,
  UNMEASURED,
} from './measured.ts';
export { makeMap, mapPatches, mapSizedTo, mapTrouble, type QuiltMap } from './quilt-map.ts';
export { type Origin, ORIGINS, type Region, REGION_KINDS, type RegionKind } from './region.ts';
export { type GridSetting, plainGrid } from './settings/grid.ts';
export { blockOf } from './settings/block-name.ts';
export { blockKindsOf, type Setting, type SettingKind, type SettingOf } from './settings/settings.ts';
export {
  boxShape,
  type Control,
  cornersOf,
  edgesOf,
  movedShape,
  outlineOf,
  polygonShape,
  type Shape,
  tracedShape,
} from './shape.ts';
export { type KeepOut, keepOutEdges, type KeepOutOf, keptPatches, MOST_BRIDGE, MOST_CLEARANCE } from './keep-out.ts';
export type { Size } from './size.ts';
export { backingSize, type BackingWay, backingWays, sumsInWords, type ToSum } from './sums.ts';
export { asDrawn } from './drawn/as-drawn.ts';
export { joinFamilies, patchesAlike } from './drawn/families.ts';
export { KIND_WORDS } from './drawn/kind-words.ts';
export { mergeable, mergePatches } from './drawn/merge-patches.ts';
export { type HeldCorner, holdCorner } from './drawn/move-corner.ts';
export { copiesOf, laidAt, MOST_COPIES, newPatch } from './drawn/new-patch.ts';
export { freeName, isRefused, type PatchEdit } from './drawn/patch-edit.ts';
export { type Guide, type Snapped, snapIndex, type SnapIndex, snapTo } from './drawn/snap.ts';
export { withTop } from './drawn/with-top.ts';
export { splitPatch } from './drawn/split-patch.ts';
export { inLayers, patchAt } from './drawn/layers.ts';
export { isGround, movedWith, sizing } from './drawn/moved-with.ts';
export { kindOfPiece, patchesOfPieces } from './drawn/patches-of-pieces.ts';
export {
  type DrawnLine,
  type DrawnPiece,
  type DrawnPieces,
  outlinesOfLines,
  piecesOfLines,
} from './drawn/pieces-of-lines.ts';
