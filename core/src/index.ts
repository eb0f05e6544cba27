/** The core's one door: everything that the server, the worker and the screens may use. */
export * from './borders/index.ts';
export * from './cloth/index.ts';
export * from './frame/index.ts';
export * from './photo/index.ts';
export * from './simulate/index.ts';
export { checkDensity } from './checks/check-rows.ts';
export { problemsOf } from './checks/checks.ts';
export { type Density, densityOf, densityPicture } from './density/density.ts';
export type { DistanceField } from './geometry/distance-field.ts';
export { placeNearest, pointAlong } from './design/along.ts';
export {
  ALL_EFFORT,
  analyseDesign,
  type DesignAnalysis,
  type DesignFacts,
  type DesignPlaces,
  type HeavyPart,
} from './design/analysis.ts';
export { type Design, normalisedStrokes } from './design/design.ts';
export { applyEdits, DESIGN_EDIT_KINDS, type DesignEdit, type StoppedEdits, isRefusal } from './design/design-edit.ts';
export type { Stretch } from './design/doubled.ts';
export { cornerPlaces, type LineEnd, trimmedLine } from './design/edit-line.ts';
export { stretchOf } from './geometry/stretch-of.ts';
export { DESIGN_KINDS, type DesignKind } from './design/kind.ts';
export { unlikeness } from './design/likeness.ts';
export { LEAST_ADVANCE } from './design/row-join.ts';
export { decodeStrokes, encodeStrokes } from './design/stroke-bytes.ts';
export { type Distortion } from './fit/distortion.ts';
export type { Warp } from './fit/warp.ts';
export { type Arrange, MOST_ACROSS, type Second, SECONDS } from './fit/arrange.ts';
export { FIT_KINDS, type FitKind, type FitRule, fitTakes, marginsOf, refitted, withMargins } from './fit/fits.ts';
export { marginAt, withMargin } from './fit/margins.ts';
export type { Orient } from './fit/orient.ts';
export { type DesignSpot, MIDDLE, type PatchSpot, type Pin, type PlaceRule, spotAt, spotIn } from './fit/place.ts';
export { type Seat, seatIn, type Up, UPS } from './fit/seat.ts';
export { isShifted, NOT_SHIFTED, type Shift } from './fit/shift.ts';
export { type Trim } from './fit/trim.ts';
export { middleOf } from './mask/mask-ways.ts';
export * from './fill/rule.ts';
export { backgroundAlone } from './plan/background-in-patch.ts';
export { designKeepOut } from './plan/design-outlines.ts';
export { type JoinsBy, JOINS_BY, type RejoinRule, USUAL_REJOIN } from './mask/rejoin-rule.ts';
export { type MaskResult, unjoinedTotals } from './plan/mask-laid.ts';
export { writeCsv } from './formats/csv-write.ts';
export {
  type Drawing,
  type DrawnUnit,
  FILE_UNITS,
  type FileUnit,
  MM_PER_FILE_UNIT,
  type ReadAnswers,
  type UnnamedTable,
} from './formats/drawing.ts';
export { writeDxf } from './formats/dxf-write.ts';
export { cleaned, designSheet, type ExportPlacement, takingAllIn } from './formats/exported.ts';
export { writeGcode } from './formats/gcode-write.ts';
export { type DesignLabels, writeGorseDocument } from './formats/gorse-document.ts';
export { writeHpgl } from './formats/hpgl-write.ts';
export {
  layOnPaper,
  type Paper,
  PAPER_MARGIN,
  PAPER_OVERLAP,
  type PaperLayout,
  PAPERS,
  type PaperTile,
  SHEET_PAPERS,
  SHEET_SIZE,
  type SheetPaper,
  usualPaper,
} from './formats/paper.ts';
export { fileKind, READ_ENDINGS, READABLE } from './formats/endings.ts';
export { UNSEEN_WORDS, type UnseenReason } from './formats/left-out.ts';
export type { NeedlePicture, PictureLines, UnseenPart, UnseenPicture } from './formats/read-pictures.ts';
export { readDrawing, type ReadLines, readMapLines } from './formats/read-drawing.ts';
export { readSvg } from './formats/svg-read.ts';
export { writeSvg } from './formats/svg-write.ts';
export { type Homography, project } from './geometry/homography.ts';
export { applyToPoint, applyToPolyline } from './geometry/affine.ts';
export type { EmptyCircle } from './geometry/empty-circle.ts';
export {
  bedPoint,
  type ClothPoint,
  clothPoint,
  type DesignPoint,
  designPoint,
  distance,
  type FramePoint,
  framePoint,
  loadedPoint,
  minus,
  plainPoint,
  plus,
  type Point,
  type PointMaker,
} from './geometry/point.ts';
export { nearestAlong } from './geometry/nearest-along.ts';
export { boxRing, boxRingIn, centroid, cornerMean, insideRing, ringBounds } from './geometry/polygon.ts';
export {
  type Bounds,
  type Polyline,
  boundsOf,
  boxesMeet,
  lengthOf,
  pointCount,
  pointOf,
  pointIn,
  pointsOf,
  pointsIn,
  polyline,
  simplify,
} from './geometry/polyline.ts';
export { type Disagreement, disagreementOf } from './lineup/disagreement.ts';
export { misfitsOf } from './lineup/misfits.ts';
export { type ClothPrior, NEW_MOUNT, ROLLED_OFF, USUAL_CLOTH } from './lineup/cloth-prior.ts';
export { type DrawIn, drawInOf, finishedLength } from './lineup/draw-in.ts';
export { easedToFrame, type StitchedPlace } from './lineup/easing.ts';
export { type DoubtEllipse, doubtEllipse, doubtExtent } from './lineup/doubt.ts';
export { type ClothModel, learnCloth, polylineToFrame } from './lineup/line-up.ts';
export { isWorthTouching, nextTouch, part, type Target, type TouchAdvice, worstDoubt } from './lineup/next-touch.ts';
export { onTop, type Place, type Touch, TOUCH_NOISE, type TouchMethod } from './lineup/touch.ts';
export {
  type FrameProfile,
  fullReach,
  GENERIC_FRAME,
  mountedAt,
  reachAfter,
  rollGrowth,
  rollRadius,
  usableReach,
} from './passes/frame-profile.ts';
export { beyondArea, rollToMiddle, type SafeArea, safeArea } from './passes/safe-area.ts';
export { GENERIC_MACHINE, GENERIC_MACHINES, type Machine } from './passes/machine.ts';
export { type Band, type PassPlan, planPasses } from './passes/plan-passes.ts';
export { clothOnFrame, type OnPoles, takenUpBy, touchesWhile } from './plan/cloth-on-frame.ts';
export { makersOf, passesOf } from './plan/bands.ts';
export { type LoadingSums, loadingSums } from './plan/loadings.ts';
export { makeEvaluator, type Plan, settling } from './plan/evaluate.ts';
export { type DoubtAt, forecastPasses, type PassForecast } from './plan/forecast.ts';
export { usualBorder } from './plan/usual-border.ts';
export { borderStretch } from './plan/border-stretch.ts';
export { isEdgeTouch } from './plan/edge-id.ts';
export { bendsOf, bentPlaces, borderOfPiece, edgeTouchesOf } from './plan/edge-touches.ts';
export { type AsTouched, pieceAsTouched } from './plan/as-touched.ts';
export { depthOf, MOST_PARTS, partsNeeded } from './plan/in-parts.ts';
export { cornerLandmarks, graphOf, markedPatches, measuredShape, type NamedPlace, touchOf } from './plan/landmarks.ts';
export type { Piece } from './plan/piece.ts';
export { type Maker, pieceId, pieceRef, recordId } from './plan/piece-ref.ts';
export { piecesOf, piecesOfRecord } from './plan/pieces.ts';
export { MOST_OUTLINES, type OutlineRule } from './plan/outline-strokes.ts';
export { arrangedDesign, layInPatch, linesOnCloth } from './plan/pipeline.ts';
export {
  type OwnStages,
  type RecipeStages,
  type StageName,
  stagesThrough,
  usualStages,
  withAllStages,
} from './plan/recipe.ts';
export { linesOf, type Stroke } from './plan/stroke.ts';
export { placedOf, seatOf } from './plan/placed.ts';
export { laidPlacement, lieOf, placementPieceIds } from './plan/placement-bands.ts';
export { designLines } from './plan/design-lines.ts';
export { isTurnedBefore, type QuiltPass, type QuiltPasses } from './plan/quilt-passes.ts';
export { type Resettled, resettleRows, RESETTLING, type Resettling } from './plan/resettle-rows.ts';
export { type ResolvedRow, type ResolvedRows, rowPieceId } from './plan/resolve-rows.ts';
export { isSide, stripNames, stripPatches } from './plan/strip-names.ts';
export { BEFORE_TURNING, TURNED_TO } from './plan/turning.ts';
export { type AcrossSums, acrossSums } from './plan/border-across.ts';
export { askedBorder, type AskedBorder, type BorderChoice, borderChoices } from './plan/border-answers.ts';
export { solvedBorder } from './plan/border-bands.ts';
export { askedRows, type AskedRows, pulledNumbers, type RowChoice, rowChoices } from './plan/row-answers.ts';
export { rowBed } from './plan/row-bed.ts';
export { resolvedRows } from './plan/row-pieces.ts';
export { seamAt } from './plan/seam-at.ts';
export {
  stitchedLandmarks,
  type StitchedPiece,
  stitchedPlaces,
  type StitchedRun,
  stitchedStrokes,
} from './plan/stitched.ts';
export { type NamedTarget, pieceTargets } from './plan/targets.ts';
export { sewingOf, stitchStrokes, type StitchRule, type Totals, totalsInTurn } from './plan/stitch-strokes.ts';
export {
  applyDiff,
  type Change,
  conflictsOf,
  diffPlans,
  invertDiff,
  type PlanDiff,
  recordKey,
} from './plan/plan-diff.ts';
export {
  designIdsOf,
  EMPTY_RECORDS,
  migratePlan,
  UnreadablePlan,
  newPlan,
  PLAN_VERSION,
  planFaults,
  type PlanRecords,
  quiltOf,
  touchesOf,
} from './plan/plan-document.ts';
export {
  type LandmarkRecord,
  type LineUpRules,
  type PhotoRecord,
  NO_RULES,
  PLAN_KINDS,
  type PassRules,
  type PlacementRecord,
  type PlanKind,
  QUILT_ID,
  type QuiltRecord,
  type RecipeRecord,
  type RegionRecord,
  type BorderSetRecord,
  type KeepOutRecord,
  type RowSetRecord,
  type TouchRecord,
} from './plan/records.ts';
export { FormatError, type PlanProblem, type ProblemSubject, type Remedy } from './problems.ts';
export { usualClearance } from './rows/answers.ts';
export { exceptionOf, layRows, rowKinds } from './rows/lay-rows.ts';
export { type WidestGaps, widestGaps } from './rows/even-gap.ts';
export { mostEvenShift, tightestShift } from './rows/nest.ts';
export type { Alternate, JoinRule, RowLook } from './rows/repeat.ts';
export {
  LAST_ROWS,
  type LastRow,
  NO_EXCEPTION,
  ROW_NUMBERS,
  ROW_SCHOOLS,
  type RowArea,
  type RowException,
  type RowNumber,
  type RowNumbers,
  type RowSchool,
  type RowSet,
  type RowWish,
} from './rows/row-set.ts';
export {
  advanceNow,
  type AdvanceEvent,
  type AdvanceKind,
  advanceRefusal,
  type AdvanceState,
  advanceStateOf,
  lineUpRefusal,
  type Mounted,
  mountedNow,
  NEWLY_LOADED,
} from './run/advances.ts';
export { finishedPieces, type RunOfPiece } from './run/finished.ts';
export { holeAt, holesBefore } from './run/holes.ts';
export { resumePoint } from './run/resume-point.ts';
export {
  farthestStitch,
  isOpen,
  placeInLog,
  type RunEvent,
  type RunEventKind,
  stitchingSeconds,
  type RunState,
  runStateOf,
  type RunStatus,
  runWithEvent,
} from './run/run-state.ts';
export { isSpeedEvent, nextSpeed, type Speed, SPEED_EVENTS, type SpeedEventKind, SPEEDS } from './run/speed.ts';
export { GENERIC_MOTION, type MotionProfile, speedAtBend, speedAtCorner, stitchClock } from './stitch/motion.ts';
export { needlePoints } from './stitch/needle-points.ts';
export { BOBBIN_LENGTH, threadLength } from './stitch/thread.ts';
export type { TieOff } from './stitch/tie-off.ts';
export { FAR_END, HEAD_ON_POINT, LOST, OPEN_END, THINNED_CHORD } from './tolerances.ts';
export {
  counted,
  formatCount,
  formatDoubt,
  formatDuration,
  formatLength,
  formatLengthNumber,
  LENGTH_STYLES,
  type LengthStyle,
  MM_PER_INCH,
  parseLength,
  stitchLength,
  toDegrees,
  toRadians,
  trimmed,
  unitOf,
  USUAL_SPI,
} from './units.ts';
export { type Repeats, repeatsFor } from './suggest/repeats-for.ts';
export { type Offered, suggest, type Suggestion } from './suggest/suggest.ts';
export { quiltSpacing } from './checks/sizes.ts';
export { neighbourEnds } from './plan/neighbour-ends.ts';
export { evenOut, type Evened } from './suggest/even-out.ts';
