import { applyToPoint, inverse } from '../geometry/affine.ts';
import {
  type ClothPoint,
  clothPoint,
  type FramePoint,
  framePoint,
  type LoadedPoint,
  loadedPoint,
  minus,
  plus,
  type Point,
} from '../geometry/point.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { INVERSE_STEP } from '../tolerances.ts';
import type { Character } from './character.ts';
import { type ClothPrior, isMounted, USUAL_CLOTH } from './cloth-prior.ts';
import { type Conditioned, condition, type Observation, type Terms } from './condition.ts';
import { type Displacement, displacementOf } from './displacement.ts';
import type { Doubt } from './doubt.ts';
import { shared } from './shares.ts';
import type { Place, Touch } from './touch.ts';
import { termIn } from './trends.ts';

/** The estimated map from cloth to frame for one advance, with its doubt. */
export interface LineUp {
  readonly touches: readonly Touch[];
  /** The best estimate of where a point of the cloth lies on the frame. */
  readonly toFrame: (p: ClothPoint) => FramePoint;
  /** Where on the planned cloth a frame position is; inverse of `toFrame` within `INVERSE_STEP`. */
  toCloth(p: FramePoint): ClothPoint;
  doubt(p: ClothPoint): Doubt;
}

/** What is known of a cloth by all its touches in all its advances. */
export interface ClothModel {
  readonly models: readonly WeighedModel[];
  /** Logarithm of how likely the touches are, to compare what may have happened to them. */
  readonly logEvidence: number;
  /** The displacements that tell where a place lies in an advance, to ask one of the models. */
  terms(place: Place, advance: number): Terms;
  lineUp(advance: number): LineUp;
  /** Where a place lies in an advance: what was stitched lies where the cloth has carried it. */
  find(place: Place, advance: number): FramePoint;
  doubt(place: Place, advance: number): Doubt;
  /** From one point to another in an advance, along and across the poles, and how sure that is. */
  span(from: ClothPoint, to: ClothPoint, advance: number): { readonly offset: Point; readonly doubt: Doubt };
}

/** One character of the cloth, weighed by how well it explains the touches. */
export interface WeighedModel {
  readonly character: Character;
  readonly weight: number;
  readonly displacement: Displacement;
  readonly known: Conditioned;
}

/**
 * Learns how a cloth lies. Its displacement on the frame is one Gaussian process: trends (shift, turn, shear, draw-in, and what stitching adds
 * to it, edges, seams) whose amounts have the prior's doubts, plus waves, plus touch noise; conditioned on the touches of all advances
 * (Rasmussen & Williams 2006, ch. 2.7), so that what the cloth has shown of itself is known after it is rolled. Several characters of cloth
 * are weighed by marginal likelihood, so that the doubt stays honest on cloth that is not as usual. With no touch it is the prior
 * itself. O(touches³). Throws on touches of an advance in which the quilt lay the other way round.
 */
export function learnCloth(touches: readonly Touch[], prior: ClothPrior = USUAL_CLOTH): ClothModel {
  const { lie } = prior;
  const back = inverse(lie);
  const term = termIn(prior);
  const { models, logEvidence } = weighedModels(touches, prior);
  const terms = (place: Place, advance: number): Terms =>
    termsOf(term, applyToPoint(lie, place.cloth), sinceIn(prior, place)?.advance ?? null, advance);
  const loadedToFrame = (p: LoadedPoint, advance: number): FramePoint =>
    carriedFrom(p, movedBy(models, [term(p, advance)]));
  const doubt = (place: Place, advance: number): Doubt => doubtBy(models, terms(place, advance));
  return {
    models,
    logEvidence,
    terms,
    find: (place, advance) =>
      carriedFrom(
        sinceIn(prior, place)?.frame ?? applyToPoint(lie, place.cloth),
        movedBy(models, terms(place, advance)),
      ),
    doubt,
    span(from, to, advance) {
      const [a, b] = [applyToPoint(lie, from), applyToPoint(lie, to)];
      const asked = [term(b, advance), term(a, advance, -1)];
      return { offset: plus(minus(b, a), movedBy(models, asked)), doubt: doubtBy(models, asked) };
    },
    lineUp: (advance) => ({
      touches: touches.filter((touch) => touch.advance === advance),
      toFrame: (p) => loadedToFrame(applyToPoint(lie, p), advance),
      toCloth: (p) =>
        applyToPoint(
          back,
          inverted((q) => loadedToFrame(q, advance), p),
        ),
      doubt: (p) => doubt({ cloth: p, since: null }, advance),
    }),
  };
}

/** Each character of the cloth, conditioned on the touches and weighed by how likely it makes them; the first is kept however unlikely. */
function weighedModels(touches: readonly Touch[], prior: ClothPrior): Pick<ClothModel, 'models' | 'logEvidence'> {
  const term = termIn(prior);
  const readings = touches.map((touch) => {
    const { cloth, frame, advance, noise } = touch;
    const since = sinceIn(prior, touch);
    const loaded = applyToPoint(prior.lie, cloth);
    const moved = minus<Point>(frame, since?.frame ?? loaded);
    return { terms: termsOf(term, loaded, since?.advance ?? null, advance), moved, noise };
  });
  const raw = stillLikely(touches, prior).map((character) => {
    const displacement = displacementOf(prior, character);
    const observations = readings.map(({ terms, moved, noise }): Observation => {
      const expected = terms.map((one) => displacement.expected(one)).reduce(plus);
      return { terms, residual: minus(moved, expected), noise: character.hand * noise };
    });
    return { character, displacement, known: condition(displacement, observations) };
  });
  const { parts, logWhole } = shared(raw.map(({ character, known }) => Math.log(character.belief) + known.logEvidence));
  const counted = parts.map((part) => (part < NEGLIGIBLE ? 0 : part));
  const whole = counted.reduce((a, b) => a + b, 0);
  return {
    models: raw.map((one, i): WeighedModel => ({ ...one, weight: counted[i]! / whole })),
    logEvidence: logWhole,
  };
}

/** The characters that the first touches leave likely: where there are many touches the others need not be solved for all of them. */
function stillLikely(touches: readonly Touch[], prior: ClothPrior): readonly Character[] {
  if (touches.length <= ENOUGH_TOUCHES) return prior.characters;
  return weighedModels(touches.slice(0, ENOUGH_TOUCHES), prior)
    .models.filter(({ weight }, i) => i === 0 || weight > 0)
    .map(({ character }) => character);
}
const ENOUGH_TOUCHES = 40;

/** What all models together expect of some displacements. */
const movedBy = (models: readonly WeighedModel[], asked: Terms): Point =>
  models.reduce<Point>(
    (sum, { weight, known }) => {
      if (weight === 0) return sum;
      const d = known.mean(asked);
      return plus(sum, { x: weight * d.x, y: weight * d.y });
    },
    { x: 0, y: 0 },
  );

const doubtBy = (models: readonly WeighedModel[], asked: Terms): Doubt =>
  mixed(
    models.flatMap(({ weight, known }) =>
      weight === 0 ? [] : [{ weight, mean: known.mean(asked), doubt: known.doubt(asked) }],
    ),
  );

/** Displacements are told from where a place lay before, on the loaded cloth or on the frame, to where it lies on the frame. */
const carriedFrom = (from: LoadedPoint | FramePoint, by: Point): FramePoint => framePoint(from.x + by.x, from.y + by.y);

/** A model so unlikely, against all, moves nothing by as much as a hundredth of a millimetre. */
const NEGLIGIBLE = 1e-3;

/** Maps needle points or lines to the frame, point by point. */
export function polylineToFrame(lineUp: Pick<LineUp, 'toFrame'>, line: Polyline): Float64Array<ArrayBuffer> {
  const out = new Float64Array(line.length);
  for (let i = 0; i < line.length; i += 2) {
    const p = lineUp.toFrame(clothPoint(line[i]!, line[i + 1]!));
    out[i] = p.x;
    out[i + 1] = p.y;
  }
  return out;
}

/** Doubt of a mixture: what each model says, and how far they are apart. */
export function mixed(
  parts: readonly { readonly weight: number; readonly mean: Point; readonly doubt: Doubt }[],
): Doubt {
  const centre = parts.reduce((sum, { weight, mean }) => ({ x: sum.x + weight * mean.x, y: sum.y + weight * mean.y }), {
    x: 0,
    y: 0,
  });
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (const { weight, mean, doubt } of parts) {
    const dx = mean.x - centre.x;
    const dy = mean.y - centre.y;
    xx += weight * (doubt.xx + dx * dx);
    xy += weight * (doubt.xy + dx * dy);
    yy += weight * (doubt.yy + dy * dy);
  }
  return { xx, xy, yy };
}

function termsOf(term: ReturnType<typeof termIn>, at: LoadedPoint, since: number | null, advance: number): Terms {
  const now = term(at, advance);
  return since === null ? [now] : [now, term(at, since, -1)];
}

/** Where a place lies since it was made, if the quilt still lies the same way round; else it is known by the cloth alone. */
const sinceIn = (prior: ClothPrior, { since }: Pick<Place, 'since'>): Place['since'] =>
  since && isMounted(prior, since.advance) ? since : null;

/** The place that a map takes to `p`, by fixed-point steps: the cloth is displaced by little more from one place to the next. */
function inverted(map: (p: LoadedPoint) => FramePoint, p: FramePoint): LoadedPoint {
  let guess = loadedPoint(p.x, p.y);
  for (let i = 0; i < 100; i++) {
    const step = minus(p, map(guess));
    guess = plus(guess, step);
    if (Math.abs(step.x) + Math.abs(step.y) < INVERSE_STEP) break;
  }
  return guess;
}
