import { describe, expect, it } from 'vitest';
import { type AdvanceState, NEWLY_LOADED } from '../run/advances.ts';
import type { RunState } from '../run/run-state.ts';
import type { FrameRun } from './at-hand.ts';
import { checksOf, type Circumstances, type HeadNow, nextInstruction } from './instruction.ts';

const head: HeadNow = {
  mode: 'idle',
  needle: 'up',
  fault: null,
  bobbinThreadUp: false,
  run: 'r',
  onStart: true,
};
const run = (state: Partial<RunState>, advance = 0): FrameRun => ({
  id: 'r',
  pieceId: 'p',
  advance,
  holes: [91],
  state: { status: 'ready', stitch: 0, bobbinThreadUp: false, rehearsed: false, fault: null, ...state },
});
const READY: AdvanceState = { ...NEWLY_LOADED, step: 'ready' };
const second = (anew: boolean): AdvanceState => ({
  mounts: [...NEWLY_LOADED.mounts, { pass: 1, rolled: 500, front: 490, anew, turned: false }],
  step: 'ready',
});
const next = (change: Partial<Circumstances>): string => {
  const { bead, action } = nextInstruction({
    advances: READY,
    within: true,
    turn: false,
    tooDeep: false,
    touches: 4,
    cornersLeft: 0,
    linedUp: false,
    advised: true,
    worth: false,
    run: null,
    head,
    skipRehearsal: false,
    ...change,
  });
  return `${bead} ${action ?? 'wait'}`;
};

describe('the one thing to do next at the frame', () => {
  it('is tension and clamps first, and to roll where the piece is out of reach', () => {
    expect(next({ advances: NEWLY_LOADED })).toBe('clamp clamp');
    expect(next({ within: false })).toBe('roll unclamp');
    expect(next({ within: false, advances: NEWLY_LOADED })).toBe('roll unclamp');
    expect(next({ advances: { ...READY, step: 'roll' } })).toBe('roll roll');
    // What waits for the other loading: whatever the clamps are.
    expect(next({ within: false, turn: true })).toBe('roll turn');
    expect(next({ within: false, turn: true, advances: { ...READY, step: 'roll' } })).toBe('roll turn');
    expect(next({ within: false, turn: true, run: run({ status: 'stitching' }) })).toBe('stitch pause');
    // No roll brings what is deeper than the reach into it.
    expect(next({ within: false, tooDeep: true })).toBe('roll wait');
    expect(next({ within: true, tooDeep: true })).toBe('check load');
    // What is being stitched is ended first.
    expect(next({ within: false, run: run({ status: 'stitching' }) })).toBe('stitch pause');
  });
  it('is to touch while that is worth it, or until she says that it is good enough', () => {
    expect(next({ touches: 1 })).toBe('touch touch');
    expect(next({ touches: 1, advised: false })).toBe('touch wait');
    expect(next({ worth: true })).toBe('touch touch');
    expect(next({ worth: true, linedUp: true })).toBe('check load');
    expect(next({ touches: 1, linedUp: true })).toBe('touch touch');
    expect(next({})).toBe('check load');
    expect(next({ advised: false })).toBe('touch wait');
    expect(next({ cornersLeft: 1 })).toBe('touch touch');
    expect(next({ cornersLeft: 2, linedUp: true })).toBe('check load');
  });
  it('after a new loading is to check on two places more, whatever else', () => {
    const anew = second(true);
    expect(next({ advances: anew, touches: 2, linedUp: true })).toBe('check touch');
    expect(next({ advances: anew, touches: 4 })).toBe('check load');
    expect(next({ advances: second(false), touches: 2 })).toBe('check load');
    // The third and the fourth are the checks; what is touched beside them isn't.
    expect(checksOf(['a', 'b', 'c', 'd', 'e'], anew)).toEqual(['c', 'd']);
    expect([checksOf(['a', 'b'], anew), checksOf(['a', 'b', 'c'], second(false))]).toEqual([[], []]);
  });
  it('then to rehearse, bring up the bobbin thread and stitch, from the first hole', () => {
    const ready = run({});
    expect(next({ run: ready, head: { ...head, onStart: false } })).toBe('rehearse goToStart');
    expect(next({ run: ready })).toBe('rehearse rehearse');
    expect(next({ run: ready, head: { ...head, mode: 'rehearsing' } })).toBe('rehearse wait');
    expect(next({ run: ready, skipRehearsal: true })).toBe('stitch bobbinThread');
    expect(next({ run: run({ rehearsed: true }), head: { ...head, onStart: false } })).toBe('stitch goToStart');
    expect(next({ run: run({ rehearsed: true }), head: { ...head, bobbinThreadUp: true } })).toBe('stitch start');
  });
  it('while stitching, to pause; after, to go on or to mend', () => {
    expect(next({ run: run({ status: 'stitching' }) })).toBe('stitch pause');
    expect(next({ run: run({ status: 'paused' }) })).toBe('stitch resume');
    expect(next({ run: run({ status: 'stopped', stitch: 40 }) })).toBe('stitch goOn');
    expect(next({ run: run({ status: 'stopped', stitch: 40 }), head: { ...head, fault: 'threadBroke' } })).toBe(
      'stitch mended',
    );
    expect(next({ run: run({ status: 'interrupted', stitch: 40 }), head: { ...head, run: null } })).toBe('stitch goOn');
    expect(next({ run: run({ stitch: 34 }), head: { ...head, run: null } })).toBe('stitch goOn');
    expect(next({ run: run({ status: 'finished', stitch: 90 }) })).toBe('done next');
  });
  it('a run from before the quilt was rolled goes on only when the cloth is lined up again', () => {
    const begun = run({ status: 'interrupted', stitch: 40 }, 0);
    expect(next({ advances: second(false), run: begun, touches: 1 })).toBe('touch touch');
    expect(next({ advances: second(false), run: begun })).toBe('check goOn');
    expect(next({ advances: second(false), run: run({}, 0) })).toBe('check load');
  });
});
