import { cornersAtHand } from './landmarks.ts';
import { framePoint } from '../geometry/point.ts';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { AS_FIRST, lieWhen } from '../cloth/loading.ts';
import { polyline } from '../geometry/polyline.ts';
import { passesOf } from '../plan/bands.ts';
import { makeEvaluator } from '../plan/evaluate.ts';
import { forecastPasses } from '../plan/forecast.ts';
import { graphOf } from '../plan/landmarks.ts';
import { piecesOf } from '../plan/pieces.ts';
import { migratePlan, type PlanRecords, quiltOf } from '../plan/plan-document.ts';
import type { AdvanceState } from '../run/advances.ts';
import type { LineUpView } from './line-up-view.ts';
import { piecesInPasses } from './pieces-in-passes.ts';
import { lineUpTask, situationAt, taskAt } from './situation.ts';
import { NO_WISHES } from './wanted.ts';

const PLAN = migratePlan(
  3,
  JSON.parse(readFileSync(new URL('../plan/fixtures/plan-v3.json', import.meta.url), 'utf8')) as unknown,
);
const LINE = [polyline(Array.from({ length: 40 }, (_, i) => ({ x: 3 * i, y: 30 + 25 * Math.sin(i / 3) })))];
const READY: AdvanceState = { mounts: [{ pass: 0, rolled: 0, front: null, anew: true, turned: false }], step: 'ready' };

/** All that is worked out of a plan, and what is to be done at the frame. */
function answersOf(records: PlanRecords) {
  const plan = makeEvaluator(() => LINE).at(records);
  const [pieces, found, graph] = [piecesOf(plan), passesOf(plan), graphOf(plan)];
  const on = {
    records,
    graph,
    pieces: piecesInPasses(
      pieces.map((one) => ({ ...one, top: 0, bottom: 100 })),
      found,
    ),
    passes: found.passes,
    advances: READY,
    runs: [],
    live: null,
    chosenId: 'placements.pl.0',
  };
  const task = taskAt(on);
  const lie = lieWhen(quiltOf(records), AS_FIRST);
  const said = { linedUp: null, wishes: NO_WISHES, byCorners: null, skipRehearsal: false };
  const asked = lineUpTask(records, lie, cornersAtHand(records, graph, lie, task.piece?.regionId), task, [], 0, said);
  const lineUp: LineUpView = {
    landmarks: asked.landmarks.map(({ cloth: { x, y } }) => ({
      at: framePoint(x, y),
      doubt: { major: 1, minor: 1, angle: 0 },
    })),
    ...{ targets: [], advice: null, worst: null, onFrame: [], disagreement: null, misfits: {} },
  };
  const situation = situationAt(on, task, asked, { lineUp, settled: true, head: null }, said);
  return { pieces, found, forecast: forecastPasses(records, graph, found, pieces), task, asked, situation };
}

/** The same without any name. */
const unnamed = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (key, part: unknown) => (key === 'name' || key === 'records' ? undefined : part)));

/** Everything called something else, in words that names are made of. */
const renamed = (records: PlanRecords): PlanRecords => {
  const anew = <T extends object>(byId: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(
      Object.entries(byId).map(([id, one], i) => [id, { ...one, name: `row 1 · part 2, corner of A1 (${i})` }]),
    );
  const { quilts, regions, landmarks, touches } = records;
  return {
    ...records,
    quilts: anew(quilts),
    regions: anew(regions),
    landmarks: anew(landmarks),
    touches: anew(touches),
  };
};

describe('names', () => {
  it('are for people: with everything called otherwise, all answers are as before', () => {
    const [before, after] = [answersOf(PLAN), answersOf(renamed(PLAN))];
    expect(unnamed(after)).toEqual(unnamed(before));
    // Not because nothing was worked out.
    expect(before.pieces.length).toBeGreaterThan(6);
    expect(before.asked.landmarks.some(({ touch }) => touch)).toBe(true);
    expect(before.situation?.wanted).not.toBeNull();
    expect(after.asked.landmarks[0]!.name).toContain('part 2');
  });
});
