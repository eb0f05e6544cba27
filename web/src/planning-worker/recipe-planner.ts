import {
  arrangedDesign,
  backgroundAlone,
  designLines,
  type Evened,
  evenOut,
  layInPatch,
  linesOf,
  neighbourEnds,
  type Offered,
  outlineOf,
  type Plan,
  placedOf,
  type Point,
  quiltOf,
  quiltSpacing,
  type RecipeStages,
  type Repeats,
  ringBounds,
  type Shape,
  repeatsFor,
  seatIn,
  seatOf,
  sewingOf,
  simplify,
  type Stroke,
  stitchStrokes,
  suggest,
  type Suggestion,
} from '@gorse/core';

/** A suggestion to be shown: how it lies in the patch, and how long it takes. */
export interface Fitted {
  readonly outline: readonly Point[];
  readonly lines: readonly Float64Array[];
  readonly seconds: number;
}

/** More detail than this can't be seen on a thumbnail, as a part of the patch's shorter side. */
const SEEN = 1 / 120;

function fitted(plan: Plan, shape: Shape, stages: RecipeStages): Fitted | null {
  const strokes = strokesIn(plan, shape, stages);
  if (!strokes) return null;
  const outline = outlineOf(shape);
  const { minX, minY, maxX, maxY } = ringBounds(outline);
  const short = Math.min(maxX - minX, maxY - minY);
  return {
    outline,
    lines: linesOf(strokes).map((line) => simplify(line, SEEN * short)),
    seconds: stitchStrokes(strokes, stages.stitch, sewingOf(quiltOf(plan.records))).totals.seconds,
  };
}

function strokesIn(plan: Plan, shape: Shape, stages: RecipeStages): readonly Stroke[] | null {
  if (stages.designId === null) return backgroundAlone(stages, shape);
  const design = plan.get(designLines, stages.designId);
  const seat = seatIn(shape, shape, stages.orient.up);
  return (design && layInPatch(arrangedDesign(design, stages), stages, seat)?.strokes) ?? null;
}

/** The part of the planning worker that finds how a recipe is best set, and which designs suit a patch. */
export const recipePlanner = (planNow: () => Plan) => ({
  /** How many repeats bring the lines of a placement's design to a spacing, mm; null where nothing fits. */
  repeatsFor(placementId: string, drawnSpacing: number, spacing: number): Repeats | null {
    const plan = planNow();
    const placed = placedOf(plan, placementId);
    const designId = placed?.recipe.designId ?? null;
    const design = designId === null ? undefined : plan.get(designLines, designId);
    return placed && design ? repeatsFor(design, drawnSpacing, placed.recipe, seatOf(placed), spacing) : null;
  },
  /** Repeats and sizes of all recipes that bring the quilt's lines nearest to a spacing, mm. */
  evenOut: (spacing: number): readonly Evened[] => evenOut(planNow(), spacing),
  /** The designs that suit a patch, the most suited first, so many at the most. */
  suggest(regionId: string, offered: readonly Offered[], most: number): readonly Suggestion[] {
    const plan = planNow();
    const region = plan.records.regions[regionId];
    if (!region) return [];
    const wanted = {
      seat: seatIn(region.shape, region.shape, 'patch'),
      ends: plan.get(neighbourEnds, regionId),
      spacing: plan.get(quiltSpacing, null),
    };
    return suggest(wanted, offered).slice(0, most);
  },
  /** How stages come out in a patch; null where they can't be laid, or the design isn't known. */
  fittedIn: (shape: Shape, stages: RecipeStages): Fitted | null => fitted(planNow(), shape, stages),
});
