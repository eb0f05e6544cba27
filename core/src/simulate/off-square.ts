import { controlId, mapGraph } from '../cloth/map-graph.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { insetOf, outlineOf, polygonShape } from '../cloth/shape.ts';
import { type ClothPoint, clothPoint, minus, plus, type Point } from '../geometry/point.ts';
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

import { normalFrom, randomFrom } from './random.ts';
import { type ClothNature, makeTrueQuilt } from './true-cloth.ts';

/** Four by four blocks, two rows of them a pass; every corner where blocks meet is off by so much, one standard deviation on each axis, mm. */
const BLOCK = 200;
const ACROSS = 4;
const OFF = 3;
const ROLLED = [0, 2 * BLOCK];

/** A square, to be bent to the corners of every block. */
const SQUARE = polyline([0, 100, 100, 0, 0].map((x, i) => ({ x, y: i === 0 || i === 1 || i === 4 ? 0 : 100 })));
function planWith(margin: number): PlanRecords {
  const setting = plainGrid({ across: ACROSS, down: ACROSS, blockWidth: BLOCK, blockHeight: BLOCK, sashing: 0 });
  const plan = newPlan('Off square', makeMap(setting, []));
  const recipe = {
    ...usualStages('square'),
    id: 'r',
    fit: { kind: 'corners', margins: [margin], bend: 'even' },
  } as const;
  const placements = Object.keys(plan.regions).map((id) => [
    id,
    { id, regionId: id, recipeId: 'r', parts: 1, own: {} },
  ]);
  return { ...plan, recipes: { r: recipe }, placements: Object.fromEntries(placements) as PlanRecords['placements'] };
}

/**
 * Stitches a seeded quilt whose blocks are out of square, each fitted to its four touched corners.
 * @param margin kept within every seam, mm
 * @returns how far every corner of every design came to lie from where its recipe wants it, by the seams as they truly lie; on the frame, mm
 */
export function stitchOffSquare(seed: number, nature: ClothNature, margin: number): readonly Point[] {
  const planned = planWith(margin);
  const normal = normalFrom(randomFrom(seed));
  const quilt = quiltOf(planned);
  const graph = mapGraph(Object.values(planned.regions));
  const off = new Map(graph.vertices.map(({ id }) => [id, { x: OFF * normal(), y: OFF * normal() }] as const));
  const make = makeTrueQuilt(seed, nature, clothPoint((ACROSS * BLOCK) / 2, (ACROSS * BLOCK) / 2));
  const missed: Point[] = [];
  let records = planned;
  ROLLED.forEach((rolled, advance) => {
    const mounts = ROLLED.slice(0, advance + 1).map((by, i): OnPoles => ({
      rolled: by,
      front: i === 0 ? null : by,
      anew: i === 0,
    }));
    const truth = make({
      advance,
      at: mountedAt(quilt.machine.frame, rolled),
      front: advance === 0 ? -Infinity : rolled,
    });
    for (const region of Object.values(planned.regions)) {
      const corners = graph.verticesOf(region);
      if (Math.floor(corners[0]!.at.y / (2 * BLOCK)) !== advance) continue;
      const sewn = corners.map(({ id, at }) => plus(at, off.get(id)!));
      const lies = sewn.map(truth);
      const touches = corners.flatMap(({ at, ids }, i): TouchRecord[] => {
        if (touchesOf(records).some((one) => one.advance === advance && ids.includes(one.on ?? ''))) return [];
        const id = `t${advance}-${ids[0]}`;
        const read = plus(lies[i]!, { x: TOUCH_NOISE.head * normal(), y: TOUCH_NOISE.head * normal() });
        const on = controlId(region.id, region.shape[i]!.id);
        return [{ id, on, name: id, cloth: at, since: null, frame: read, advance, method: 'head', at: 0 }];
      });
      records = {
        ...records,
        touches: { ...records.touches, ...Object.fromEntries(touches.map((one) => [one.id, one])) },
      };
      const lineUp = learnCloth(touchesOf(records), clothOnFrame(quilt, mounts)).lineUp(advance);
      const plan = makeEvaluator(() => [SQUARE]).at(records);
      const { piece } = pieceAsTouched(
        plan,
        pieceId({ source: 'placements', record: region.id, part: 0 }),
        advance,
        lineUp,
      );
      if (!piece || !('warp' in piece) || !piece.warp) throw new Error(`${region.name} could not be laid`);
      const wanted = insideOf(sewn, margin).map(truth);
      missed.push(...piece.warp.outline.map((corner, i) => minus(lineUp.toFrame(corner), wanted[i]!)));
    }
  });
  return missed;
}

/** The corners that a margin leaves within four seams. */
const insideOf = (seams: readonly ClothPoint[], margin: number): readonly ClothPoint[] =>
  outlineOf(insetOf(polygonShape(seams), margin)!);
