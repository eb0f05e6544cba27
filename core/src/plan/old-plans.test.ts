import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { loadingMap } from '../cloth/loading.ts';
import { mapGraph } from '../cloth/map-graph.ts';
import { mapPatches } from '../cloth/quilt-map.ts';
import { pointCount, type Polyline, polyline } from '../geometry/polyline.ts';
import { indexSegments } from '../geometry/segment-index.ts';
import { learnCloth, polylineToFrame } from '../lineup/line-up.ts';
import { passesOf } from './bands.ts';
import { clothOnFrame } from './cloth-on-frame.ts';
import { makeEvaluator } from './evaluate.ts';
import { measuredShape } from './landmarks.ts';
import { piecesOf } from './pieces.ts';
import { arrangedDesign, layInPatch } from './pipeline.ts';
import { placedOf, seatOf } from './placed.ts';
import { keptIn, placementPiecesOf } from './placement-pieces.ts';
import { STITCH_CHORD } from '../tolerances.ts';
import { migratePlan, planFaults, quiltOf, touchesOf } from './plan-document.ts';

const read = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`./fixtures/${name}.json`, import.meta.url), 'utf8'));

/** Of each line, as the Gorse of its time stitched it: how many points, every 37th of them, and the last. */
const OLD = read('needle-points') as {
  readonly [version: string]: readonly (readonly number[])[];
};
const closeTo = (numbers: readonly number[]) => numbers.map((n): unknown => expect.closeTo(n, 9));

/**
 * Stitches are divided otherwise by now, but every hole of then lies on the thread of now, their number is about the same, and the last lies
 * where it did.
 * @param moved by so much all may have moved since, mm
 */
function expectStitchedThere(lines: readonly Polyline[], old: readonly (readonly number[])[], moved = 0): void {
  expect(lines).toHaveLength(old.length);
  lines.forEach((line, k) => {
    const [count, ...holes] = old[k]!;
    expect(Math.abs(pointCount(line) / count! - 1)).toBeLessThan(0.02);
    const thread = indexSegments([line]);
    for (let i = 0; i < holes.length; i += 2)
      expect(thread.distance(holes[i]!, holes[i + 1]!)).toBeLessThan(STITCH_CHORD + moved);
    const [x, y] = [holes.at(-2)!, holes.at(-1)!];
    expect(Math.hypot(line.at(-2)! - x, line.at(-1)! - y)).toBeLessThan(1e-9 + moved);
  });
}

const curl = polyline(
  Array.from({ length: 121 }, (_, i) => ({
    x: 40 + ((40 * i) / 120) * Math.cos((8 * Math.PI * i) / 120),
    y: 40 + ((40 * i) / 120) * Math.sin((8 * Math.PI * i) / 120),
  })),
);
const wave = (n: number, width: number, height: number) =>
  polyline(
    Array.from({ length: n + 1 }, (_, i) => ({
      x: (width * i) / n,
      y: height / 2 + (height / 2) * Math.sin((6 * Math.PI * i) / n),
    })),
  );
const kelp = [curl, wave(30, 80, 10)];
const DESIGNS: Readonly<Record<string, Float64Array[]>> = { d: kelp, kelp, ripple: [wave(60, 120, 60)] };
const open = (version: number, name = `v${version}`) => {
  const records = migratePlan(version, read(`plan-${name}`));
  return { records, plan: makeEvaluator((id) => DESIGNS[id]).at(records) };
};

describe('plans of older versions', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])('of version %i open, and are stitched where they were', (version) => {
    const { records, plan } = open(version);
    expect(planFaults(records)).toEqual([]);
    expectStitchedThere(
      piecesOf(plan).flatMap(({ needle }) => needle),
      OLD[`v${version}`]!,
    );
  });

  it('of version 6 with blocks, strips and triangles on point are stitched as they stood', () => {
    const { records, plan } = open(6, 'v6-on-point');
    expect(Object.values(records.recipes).map(({ orient }) => orient.up)).toEqual(['patch', 'patch', 'patch', 'quilt']);
    expectStitchedThere(
      piecesOf(plan).flatMap(({ needle }) => needle),
      OLD['v6-on-point']!,
      // The largest copy was looked for in steps then, and is solved for now.
      1e-6,
    );
  });

  it('keep every patch as it is, so that a change of measurements finds it again', () => {
    const { records } = open(4);
    const made = mapPatches(quiltOf(records).map);
    expect(Object.keys(records.regions)).toHaveLength(4 + 5 + 8);
    expect(records.regions).toEqual(Object.fromEntries(made.map((region) => [region.id, region])));
  });

  it('say squeezed where they said scaled', () => {
    const old = read('plan-v3') as { readonly rowSets: { readonly set: object } };
    const lastOf = (last: string): string =>
      migratePlan(3, { ...old, rowSets: { set: { ...old.rowSets.set, last } } }).rowSets.set!.last;
    expect(['whole', 'cut', 'scaled'].map(lastOf)).toEqual(['whole', 'cut', 'squeezed']);
  });

  it('keep their passes, with what was pinned to them', () => {
    const { records, plan } = open(3);
    expect(quiltOf(records).passes.pieces.map(({ id }) => id)).toEqual(['rowSets.set.2', 'placements.pl.2']);
    const { passes } = passesOf(plan);
    expect(passes.map(({ from, pieces }) => [from, pieces.length])).toEqual(OLD.passes!.map(closeTo));
  });

  it('lie on the frame as they did, by the touches of each advance', () => {
    const { records, plan } = open(3);
    const quilt = quiltOf(records);
    const touches = touchesOf(records);
    // The last was made where four patches meet: any one's corner will do.
    expect(touches.map(({ on }) => on)).toEqual([
      ...[1, 2, 3, 4].map((i) => `control.block-1-2.c${i}`),
      'control.block-1-1.c1',
    ]);
    const mounts = [
      { rolled: 0, front: null, anew: true, turned: false },
      { rolled: 300, front: 250, anew: false, turned: false },
    ];
    const model = learnCloth(touches, clothOnFrame(quilt, mounts));
    const placed = placedOf(plan, 'pc')!;
    const graph = mapGraph(Object.values(records.regions));
    const lines = mounts.flatMap((_, advance) => {
      const lineUp = model.lineUp(advance);
      const laid = layInPatch(
        arrangedDesign(kelp, placed.recipe),
        placed.recipe,
        seatOf(placed, measuredShape(placed.region, graph, touches, advance, lineUp)),
      );
      const lie = loadingMap(quilt.loading, quilt.map.size);
      return placementPiecesOf(placed, laid, lie, quilt, keptIn(null, placed.region.shape, null)).flatMap(
        ({ needle }) => needle.map((line) => polylineToFrame(lineUp, line)),
      );
    });
    // More is believed possible of cloth by now, which hardly moves what lies between touches.
    expectStitchedThere(lines, OLD.frame!, 1);
  });
});
