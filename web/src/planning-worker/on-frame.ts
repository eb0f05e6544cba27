import {
  boundsOf,
  boxRingIn,
  type ClothModel,
  type ClothPoint,
  clothPoint,
  type FramePoint,
  graphOf,
  type MarginsLeft,
  marginsInBorder,
  marginsLeft,
  measuredShape,
  pieceAsTouched,
  borderOfPiece,
  type Plan,
  polylineToFrame,
  type SafeArea,
  stitchedPlaces,
  type StitchedRun,
  touchesOf,
} from '@gorse/core';

/** Whether a place lies in the head's reach, so far from its edge, mm. */
export const isWithin = (area: SafeArea, { x, y }: FramePoint, margin: number): boolean =>
  x > margin && x < area.width - margin && y > area.top + margin && y < area.bottom - margin;

/** A piece as lines of the planned cloth. */
export interface Drawn {
  readonly id: string;
  readonly regionId: string | null;
  readonly lines: readonly Float64Array[];
}

/** The pieces asked for as lines of the planned cloth; patches as they were touched. */
export function drawn(plan: Plan, asked: readonly string[], model: ClothModel, advance: number): Drawn[] {
  const lineUp = model.lineUp(advance);
  return asked.flatMap((id) => {
    const { piece } = pieceAsTouched(plan, id, advance, lineUp);
    return piece && 'needle' in piece ? [{ id, regionId: piece.regionId, lines: piece.needle }] : [];
  });
}

/** The box round some lines; none round no line. */
export const ringOf = (lines: readonly Float64Array[]): readonly ClothPoint[] => {
  const box = boundsOf(lines);
  return box ? boxRingIn(box, clothPoint) : [];
};

/** Stitched lines, carried with the cloth from the advance they were stitched in to this one; those that are rolled up are out of sight. */
export function carried(run: StitchedRun, model: ClothModel, advance: number, area: SafeArea): Float64Array[] {
  const rough = stitchedPlaces(run, ROUGHLY_APART).map((place) => model.find(place, advance));
  if (!rough.some((p) => isWithin(area, p, -ROUGHLY_APART))) return [];
  const places = stitchedPlaces(run, CARRIED_APART);
  const line = new Float64Array(2 * places.length);
  places.forEach((place, i) => {
    const { x, y } = model.find(place, advance);
    line[2 * i] = x;
    line[2 * i + 1] = y;
  });
  return boundsOf([line]) ? [line] : [];
}
/** A stitched line is drawn by points this far apart, mm. */
const CARRIED_APART = 3;
const ROUGHLY_APART = 150;

/** What a piece, as it will be stitched, leaves to the seams of its patch or its border as they were touched. */
export function marginsOf(
  plan: Plan,
  piece: Drawn | undefined,
  model: ClothModel,
  toFrame: (p: ClothPoint) => FramePoint,
  advance: number,
): MarginsLeft | null {
  if (!piece) return null;
  const lineUp = model.lineUp(advance);
  const onFrame = (): Float64Array[] => piece.lines.map((line) => polylineToFrame({ toFrame }, line));
  const set = borderOfPiece(plan.records, piece.id);
  if (set) return marginsInBorder(onFrame(), plan.records, set, advance, lineUp);
  const region = plan.records.regions[piece.regionId ?? ''];
  if (!region) return null;
  const shape = measuredShape(region, plan.get(graphOf, null), touchesOf(plan.records), advance, lineUp);
  return marginsLeft(onFrame(), shape, lineUp);
}
