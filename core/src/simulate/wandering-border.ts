import { evenBorder, type Side, SIDES } from '../cloth/border.ts';
import { AS_FIRST } from '../cloth/loading.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { type BorderEdge, BORDER_EDGES } from '../cloth/bend.ts';
import { followEdges } from '../frame/follow-edges.ts';
import { type ClothPoint, clothPoint, type FramePoint, framePoint, plus } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { learnCloth } from '../lineup/line-up.ts';
import { planTouches, type Target } from '../lineup/next-touch.ts';
import { onTop, TOUCH_NOISE } from '../lineup/touch.ts';
import { type FrameProfile, mountedAt, usableReach } from '../passes/frame-profile.ts';
import { isSafe, safeArea } from '../passes/safe-area.ts';
import { clothOnFrame, type OnPoles } from '../plan/cloth-on-frame.ts';
import { edgeId } from '../plan/edge-id.ts';
import { bendOfBorder, edgeExtent, placeOnEdge, seamsOf } from '../plan/edge-touches.ts';
import type { PieceRef } from '../plan/piece-ref.ts';
import { newPlan, type PlanRecords, quiltOf, touchesOf } from '../plan/plan-document.ts';
import type { TouchRecord } from '../plan/records.ts';
import { usualBorder } from '../plan/usual-border.ts';
import { normalFrom, randomFrom } from '../random.ts';
import { type ClothNature, makeTrueQuilt } from './true-cloth.ts';

/** Six by eight blocks within a border, mm. */
const BLOCK = 200;
const ACROSS = 6;
const DOWN = 8;
const WIDE = 150;
const MAP = makeMap(plainGrid({ across: ACROSS, down: DOWN, blockWidth: BLOCK, blockHeight: BLOCK, sashing: 0 }), [
  evenBorder(WIDE),
]);
const SEAMS = seamsOf(MAP, { border: 0, over: 1 });

const SET = usualBorder('b', 0, 'd');
const REF: PieceRef = { source: 'borderSets', record: SET.id, part: 1 };

/** How an edge truly runs: some waves so long, mm; together they are off by `FAR` at the most, or less. */
const WAVES = 3;
const SHORTEST = 500;
const LONGEST = 2500;
const FAR = 10;
/** By eye the needle comes so near to a place along an edge that has no mark, mm: a deviation. */
const ALONG = 8;
/** The line-up has so many touches a pass; edges are looked at so far apart, mm. */
const LINED_UP = 6;
const APART = 25;
const BEYOND = 50;

export interface FollowedBorder {
  /** How far the strip's edges come to lie from the true ones, at many places, mm. */
  readonly off: readonly number[];
  /** Touches along the edges, over all passes, and how long the edges are, mm. */
  readonly touches: number;
  readonly length: number;
}

/**
 * Stitches the border of a seeded quilt, whose edges wander, in passes: each lined up by corners of blocks, then its edges touched where that is
 * suggested until they are known well enough.
 */
export function stitchWandering(seed: number, nature: ClothNature): FollowedBorder {
  const random = randomFrom(seed + 77_000);
  const normal = normalFrom(random);
  const wander = { outer: wandering(random), inner: wandering(random) };
  const top = newPlan('Wandering', MAP);
  let records: PlanRecords = { ...top, borderSets: { b: SET } };
  const { machine } = quiltOf(records);
  const make = makeTrueQuilt(seed, nature, clothPoint(MAP.size.width / 2, MAP.size.length / 2));
  const mounts: OnPoles[] = [];
  const off: number[] = [];
  for (const { rolled, from, to } of passesOf(machine.frame)) {
    const advance = mounts.length;
    mounts.push({ rolled, front: advance === 0 ? null : rolled, anew: advance === 0, ...AS_FIRST });
    const truth = make({ advance, at: mountedAt(machine.frame, rolled), front: advance === 0 ? -Infinity : rolled });
    const inReach = (p: ClothPoint): boolean => p.y >= from && p.y <= to;
    const read = (p: ClothPoint): FramePoint =>
      plus(truth(p), { x: TOUCH_NOISE.head * normal(), y: TOUCH_NOISE.head * normal() });
    const touch = (on: string, cloth: ClothPoint, frame: FramePoint): void => {
      const id = `t${Object.keys(records.touches).length}`;
      const made: TouchRecord = { id, on, name: on, cloth, since: null, frame, advance, method: 'head', at: 0 };
      records = { ...records, touches: { ...records.touches, [id]: made } };
    };
    const known = () => learnCloth(touchesOf(records), clothOnFrame(quiltOf(records), mounts));
    const places = BLOCK_CORNERS.filter(inReach).map(onTop);
    for (const i of planTouches(known(), places, targetsIn(inReach), advance, LINED_UP))
      touch(`block ${i}`, places[i]!.cloth, read(places[i]!.cloth));
    const lineUp = known().lineUp(advance);
    const area = safeArea(machine.frame, rolled);
    const strip = polyline(OUTSIDE.filter(inReach));
    for (;;) {
      const { next } = followEdges(
        { ref: REF, needle: [strip] },
        {
          ...{ records, advance, lineUp, refused: [], from: framePoint(0, 0) },
          inReach: (p) => isSafe(area, p),
        },
      )!;
      if (!next) break;
      const frame = read(trueEdge(wander, next.edge, next.side, next.along + ALONG * normal()));
      touch(edgeId(next), lineUp.toCloth(frame), frame);
    }
    const bend = bendOfBorder(records, SET, advance, lineUp);
    for (const edge of BORDER_EDGES)
      for (const side of SIDES) {
        const along = placesAlong(edge, side);
        // At a corner the strip's edge ends where both edges meet, which lies beyond either.
        const beyond = [along[0]! - BEYOND, ...along, along.at(-1)! + BEYOND];
        const seam = indexSegments([polyline(beyond.map((at) => truth(trueEdge(wander, edge, side, at))))]);
        for (const at of along) {
          const planned = placeOnEdge(SEAMS[edge], side, at, 0);
          const laid = lineUp.toFrame(bend(planned));
          // What the head doesn't get to would be rolled to.
          if (!inReach(planned) || !isSafe(area, laid)) continue;
          off.push(seam.distance(laid.x, laid.y));
        }
      }
  }
  const spans = BORDER_EDGES.flatMap((edge) => SIDES.map((side) => edgeExtent(SEAMS[edge], side)));
  const length = spans.reduce((sum, [first, last]) => sum + last - first, 0);
  return { off, touches: Object.values(records.touches).length - touchesOf(records).length, length };
}

type Wander = Readonly<Record<BorderEdge, Readonly<Record<Side, (at: number) => number>>>>;

/** How the four sides of an edge wander, off by `FAR` at the most. */
function wandering(random: () => number): Wander[BorderEdge] {
  const one = (): ((at: number) => number) => {
    const waves = Array.from({ length: WAVES }, () => ({
      length: SHORTEST + (LONGEST - SHORTEST) * random(),
      phase: 2 * Math.PI * random(),
      size: random(),
    }));
    const raw = (at: number): number =>
      waves.reduce((sum, { length, phase, size }) => sum + size * Math.sin((2 * Math.PI * at) / length + phase), 0);
    const most = Math.max(...range(0, MAP.size.length, APART).map((at) => Math.abs(raw(at))));
    const far = FAR * (0.4 + 0.6 * random());
    return (at) => (far * raw(at)) / most;
  };
  return { top: one(), right: one(), bottom: one(), left: one() };
}

const trueEdge = (wander: Wander, edge: BorderEdge, side: Side, at: number): ClothPoint =>
  placeOnEdge(SEAMS[edge], side, at, wander[edge][side](at));

const placesAlong = (edge: BorderEdge, side: Side): readonly number[] => range(...edgeExtent(SEAMS[edge], side), APART);

const range = (from: number, to: number, step: number): readonly number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);

/** Places of the border's outer edge, all round. */
const OUTSIDE: readonly ClothPoint[] = SIDES.flatMap((side) =>
  placesAlong('outer', side).map((at) => placeOnEdge(SEAMS.outer, side, at, 0)),
);

/** Rolled on until the lower end is in reach; neighbouring passes have `COMMON` in common, mm. */
function passesOf(
  frame: FrameProfile,
): readonly { readonly rolled: number; readonly from: number; readonly to: number }[] {
  const passes: { rolled: number; from: number; to: number }[] = [];
  for (let to = 0; to < MAP.size.length;) {
    const reach = usableReach(frame, to);
    const rolled = Math.max(0, Math.min(to - COMMON, MAP.size.length - reach));
    to = rolled + reach;
    passes.push({ rolled, from: rolled, to });
  }
  return passes;
}
const COMMON = 100;

/** Corners where blocks meet, which lie where they were planned: none is on a seam that wanders. */
const BLOCK_CORNERS: readonly ClothPoint[] = range(1, DOWN - 1, 1).flatMap((row) =>
  range(1, ACROSS - 1, 1).map((column) => clothPoint(WIDE + column * BLOCK, WIDE + row * BLOCK)),
);

/** Where the line-up is to be sure. */
const targetsIn = (inReach: (p: ClothPoint) => boolean): readonly Target[] =>
  OUTSIDE.filter(inReach).map((p) => ({ ...onTop(p), tolerance: 1, join: false }));
