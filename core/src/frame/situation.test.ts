import { describe, expect, it } from 'vitest';
import { AS_FIRST, lieWhen } from '../cloth/loading.ts';
import { plainGrid } from '../cloth/settings/grid.ts';
import { mapGraph } from '../cloth/map-graph.ts';
import { makeMap } from '../cloth/quilt-map.ts';
import { clothPoint, framePoint } from '../geometry/point.ts';
import { boxRingIn } from '../geometry/polygon.ts';
import { newPlan, type PlanRecords, quiltOf } from '../plan/plan-document.ts';
import type { TouchRecord } from '../plan/records.ts';
import type { AdvanceState } from '../run/advances.ts';
import type { FrameRun } from './at-hand.ts';
import { cornersAtHand } from './landmarks.ts';
import type { LineUpView } from './line-up-view.ts';
import type { FramePiece } from './pieces-in-passes.ts';
import { framePiece } from './test/piece.ts';
import { lineUpTask, type Said, situationAt, taskAt } from './situation.ts';
import { NO_WISHES } from './wanted.ts';

/** Two blocks of 200 mm beside each other; six corners. */
const PLAN = newPlan(
  'Tide Table',
  makeMap(plainGrid({ across: 2, down: 1, blockWidth: 200, blockHeight: 200, sashing: 0 }), []),
);
const LIE = lieWhen(quiltOf(PLAN), AS_FIRST);
const GRAPH = mapGraph(Object.values(PLAN.regions));
const outline = boxRingIn({ minX: 0, minY: 20, maxX: 400, maxY: 180 }, clothPoint);
const ROW = framePiece('r1', { name: 'row 1', top: 20, bottom: 180, outline });
/** Fitted to the corners of the first block. */
const BLOCK: FramePiece = {
  ...ROW,
  id: 'p1',
  name: 'A1',
  regionId: 'block-1-1',
  exactAt: [1, 2, 3, 4].map((i) => `control.block-1-1.c${i}`),
  isRow: false,
};
const READY: AdvanceState = { mounts: [{ pass: 0, rolled: 0, front: null, anew: true, turned: false }], step: 'ready' };
const SAID: Said = { linedUp: null, wishes: NO_WISHES, byCorners: null, skipRehearsal: false };

const touchOn = (on: string, i: number): TouchRecord => ({
  id: `t${i}`,
  on,
  name: 'corner',
  cloth: clothPoint(0, 0),
  since: null,
  frame: framePoint(0, 0),
  advance: 0,
  method: 'head',
  at: i,
});

interface Given {
  readonly piece?: FramePiece;
  readonly touched?: readonly string[];
  /** The worst doubt, mm, and whether a further touch is worth it. */
  readonly doubt?: number;
  readonly worth?: boolean;
  readonly settled?: boolean;
  readonly said?: Said;
  readonly runs?: readonly FrameRun[];
  readonly step?: AdvanceState['step'];
  readonly keepOuts?: PlanRecords['keepOuts'];
  /** Whether there is advice at all. */
  readonly advised?: boolean;
}

/** What is to be done, as the line-up stands. */
function at({
  piece = ROW,
  touched = [],
  doubt = 50,
  worth = true,
  settled = true,
  said = SAID,
  runs = [],
  step = 'ready',
  keepOuts = {},
  advised = true,
}: Given) {
  const touches = Object.fromEntries(touched.map((on, i) => [`t${i}`, touchOn(on, i)]));
  const records = { ...PLAN, touches, keepOuts };
  const on = {
    ...{ records, graph: GRAPH, pieces: [piece], runs, live: null, chosenId: null },
    passes: [{ from: 0, to: 500, shared: 0, pinned: false, turned: false, pieces: [piece.id] }],
    advances: { ...READY, step },
  };
  const task = taskAt(on);
  const asked = lineUpTask(records, LIE, cornersAtHand(records, GRAPH, LIE, task.piece?.regionId), task, [], 0, said);
  const known = { major: 2, minor: 1, angle: 0 };
  const lineUp: LineUpView = {
    landmarks: asked.landmarks.map(({ cloth: { x, y } }) => ({ at: framePoint(x, y), doubt: known })),
    ...{ targets: [], onFrame: [], disagreement: null, misfits: {} },
    advice: advised
      ? {
          landmark: 5,
          worth,
          gain: 1,
          now: { target: 0, doubt, tolerance: 2 },
          after: { target: 0, doubt: doubt / 2, tolerance: 2 },
        }
      : null,
    worst: { target: 0, doubt, tolerance: 2 },
  };
  return situationAt(on, task, asked, { lineUp, settled, head: null }, said);
}
const doing = (given: Given) => at(given)?.instruction.action;

const CORNERS = BLOCK.exactAt;

describe('the situation at the frame', () => {
  it('asks for tension and clamps before anything is touched', () => {
    expect(doing({ step: 'clamp' })).toBe('clamp');
  });
  it('wants the advised landmark, but none while the advice is of fewer touches', () => {
    expect(at({})).toMatchObject({ wanted: 5, instruction: { action: 'touch' }, linedUpAs: null });
    expect(at({ settled: false })).toMatchObject({ wanted: null, instruction: { action: null } });
  });
  it('lets a row be loaded once no touch is worth it, or she says so; and asks on when she wants to', () => {
    const two = CORNERS.slice(0, 2);
    expect(doing({ touched: two, worth: true })).toBe('touch');
    expect(doing({ touched: two, worth: false, doubt: 1 })).toBe('load');
    const linedUp = { advance: 0, piece: null, enough: true };
    expect(doing({ touched: two, said: { ...SAID, linedUp } })).toBe('load');
    expect(doing({ touched: two, worth: false, said: { ...SAID, linedUp: { ...linedUp, enough: false } } })).toBe(
      'touch',
    );
    // What was said of another advance holds no more.
    expect(doing({ touched: two, said: { ...SAID, linedUp: { ...linedUp, advance: 1 } } })).toBe('touch');
  });
  it('of a patch fitted to its corners wants each of them, and is then as sure as it gets', () => {
    expect(at({ piece: BLOCK, touched: CORNERS.slice(0, 3) })).toMatchObject({
      linedUpAs: 'p1',
      instruction: { action: 'touch' },
    });
    expect(doing({ piece: BLOCK, touched: CORNERS })).toBe('load');
  });
  it('of any patch whose corners are all touched is as sure as it gets; by its corners it wants nothing else', () => {
    const contained = { ...BLOCK, exactAt: [], corners: CORNERS };
    expect(at({ piece: contained, touched: CORNERS.slice(0, 3) })).toMatchObject({ linedUpAs: null });
    expect(doing({ piece: contained, touched: CORNERS })).toBe('load');
    const said = { ...SAID, byCorners: 'p1' };
    expect(at({ piece: contained, touched: CORNERS.slice(0, 2), worth: false, said })).toMatchObject({
      linedUpAs: 'p1',
      instruction: { action: 'touch' },
    });
  });
  it('for a row that is kept out of a patch nobody touched, asks for that patch’s corners when she wants to touch more', () => {
    const keepOuts: PlanRecords['keepOuts'] = {
      k: {
        ...{ id: 'k', name: 'block', of: { kind: 'patches', regionIds: ['block-1-1'] }, clearance: 3 },
        ...{ keep: 'out', on: true, only: null },
      },
    };
    const row = { ...ROW, id: 'rowSets.s.1' };
    const two = ['control.block-2-1.c2', 'control.block-2-1.c3'];
    const said = { ...SAID, linedUp: { advance: 0, piece: null, enough: false } };
    const given = { piece: row, touched: two, worth: false, doubt: 1, advised: false };
    expect(at({ ...given, keepOuts })?.instruction.action).toBe('load');
    expect(at({ ...given, keepOuts, said })).toMatchObject({ wanted: 0, instruction: { action: 'touch' } });
    expect(at({ ...given, said })?.instruction.action).toBe('load');
  });
  it('asks for nothing between the rows of a pass: what was good enough for the first is for all', () => {
    const run: FrameRun = { id: 'run', pieceId: 'r0', advance: 0, state: { status: 'finished' } } as FrameRun;
    expect(doing({ touched: CORNERS.slice(0, 2), runs: [run] })).toBe('load');
    expect(doing({ piece: BLOCK, touched: CORNERS.slice(0, 2), runs: [run] })).toBe('touch');
  });
  it('is none without a piece', () => {
    const on = {
      records: PLAN,
      graph: GRAPH,
      pieces: [],
      passes: [],
      advances: READY,
      runs: [],
      live: null,
      chosenId: null,
    };
    const task = taskAt(on);
    const asked = lineUpTask(PLAN, LIE, [], task, [], 0, SAID);
    expect(situationAt(on, task, asked, { lineUp: null, settled: true, head: null }, SAID)).toBeNull();
  });
});
