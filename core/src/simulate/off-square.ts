import { AS_FIRST } from '../cloth/loading.ts';
import { mapGraph, type Vertex } from '../cloth/map-graph.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { insetOf, outlineOf, polygonShape } from '../cloth/shape.ts';
import { type ClothPoint, clothPoint, type FramePoint, minus, plus, type Point } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { learnCloth } from '../lineup/line-up.ts';
import { TOUCH_NOISE } from '../lineup/touch.ts';
import { mountedAt } from '../passes/frame-profile.ts';
import { pieceAsTouched } from '../plan/as-touched.ts';
import { clothOnFrame, type OnPoles } from '../plan/cloth-on-frame.ts';
import { makeEvaluator } from '../plan/evaluate.ts';
import { pieceId } from '../plan/piece-ref.ts';
import { newPlan, type PlanRecords, quiltOf, touchesOf } from '../plan/plan-document.ts';
import { usualStages } from '../plan/recipe.ts';
import type { TouchRecord } from '../plan/records.ts';
import { normalFrom, randomFrom } from '../random.ts';
import { type ClothNature, makeTrueQuilt } from './true-cloth.ts';

/** Four by four blocks, two rows of them a pass; mm. */
const BLOCK = 200;
const ACROSS = 4;
const ROLLED = [0, 2 * BLOCK];
/** How far the corners where blocks meet are off: a standard deviation on each axis, mm. */
const OFF = 3;

/** A square, to be bent to the corners of every block. */
const SQUARE = polyline([0, 100, 100, 0, 0].map((x, i) => ({ x, y: i === 2 || i === 3 ? 100 : 0 })));

function planWith(margin: number): PlanRecords {
  const setting = plainGrid({ across: ACROSS, down: ACROSS, blockWidth: BLOCK, blockHeight: BLOCK, sashing: 0 });
  const plan = newPlan('Off square', makeMap(setting, []));
  const fit = { kind: 'corners', margins: [margin], bend: 'even' } as const;
  const placed = Object.keys(plan.regions).map((id) => ({ id, regionId: id, recipeId: 'r', parts: 1, own: {} }));
  return {
    ...plan,
    recipes: { r: { ...usualStages('square'), id: 'r', fit } },
    placements: Object.fromEntries(placed.map((one) => [one.id, one])),
  };
}

/**
 * Stitches a seeded quilt whose blocks are out of square, each fitted to its four touched corners.
 * @param margin kept within every seam, mm
 * @returns how far every corner of every design came to lie from where its recipe wants it, by the seams as they truly lie; on the frame, mm
 */
export function stitchOffSquare(seed: number, nature: ClothNature, margin: number): readonly Point[] {
  const planned = planWith(margin);
  const { machine } = quiltOf(planned);
  const graph = mapGraph(Object.values(planned.regions));
  const normal = normalFrom(randomFrom(seed));
  const off = new Map(graph.vertices.map(({ id }) => [id, { x: OFF * normal(), y: OFF * normal() }] as const));
  const make = makeTrueQuilt(seed, nature, clothPoint((ACROSS * BLOCK) / 2, (ACROSS * BLOCK) / 2));
  const missed: Point[] = [];
  let records = planned;
  ROLLED.forEach((rolled, advance) => {
    const front = advance === 0 ? -Infinity : rolled;
    const truth = make({ advance, at: mountedAt(machine.frame, rolled), front });
    const read = (p: ClothPoint): FramePoint =>
      plus(truth(p), { x: TOUCH_NOISE.head * normal(), y: TOUCH_NOISE.head * normal() });
    for (const region of Object.values(planned.regions)) {
      const corners = graph.verticesOf(region);
      if (Math.floor(corners[0]!.at.y / (2 * BLOCK)) !== advance) continue;
      const sewn = corners.map(({ id, at }) => plus(at, off.get(id)!));
      records = touchedAt(records, corners, advance, (i) => read(sewn[i]!));
      const wanted = insideOf(sewn, margin).map(truth);
      missed.push(...laidAt(records, region.id, advance).map((corner, i) => minus(corner, wanted[i]!)));
    }
  });
  return missed;
}

/** With a touch on each corner that has none in this advance. */
function touchedAt(
  records: PlanRecords,
  corners: readonly Vertex[],
  advance: number,
  read: (corner: number) => FramePoint,
): PlanRecords {
  const touches = corners.flatMap(({ id, at }, i): TouchRecord[] => {
    const own = `t${advance}-${id}`;
    if (records.touches[own]) return [];
    return [{ id: own, on: id, name: id, cloth: at, since: null, frame: read(i), advance, method: 'head', at: 0 }];
  });
  return { ...records, touches: { ...records.touches, ...Object.fromEntries(touches.map((one) => [one.id, one])) } };
}

/** The corners of a block's design on the frame, as it is fitted there. */
function laidAt(records: PlanRecords, regionId: string, advance: number): readonly FramePoint[] {
  const mounts = ROLLED.slice(0, advance + 1).map((rolled, i): OnPoles => ({
    ...{ rolled, front: i === 0 ? null : rolled, anew: i === 0, ...AS_FIRST },
  }));
  const lineUp = learnCloth(touchesOf(records), clothOnFrame(quiltOf(records), mounts)).lineUp(advance);
  const id = pieceId({ source: 'placements', record: regionId, part: 0 });
  const { piece } = pieceAsTouched(makeEvaluator(() => [SQUARE]).at(records), id, advance, lineUp);
  if (!piece || !('warp' in piece) || !piece.warp) throw new Error(`${regionId} could not be laid`);
  return piece.warp.outline.map(lineUp.toFrame);
}

/** The corners that a margin leaves within four seams. */
const insideOf = (seams: readonly ClothPoint[], margin: number): readonly ClothPoint[] =>
  outlineOf(insetOf(polygonShape(seams), margin)!);
