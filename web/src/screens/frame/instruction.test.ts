import type { RunAnswer } from '@gorse/contract';
import type { FrameState, RunState } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { nextInstruction, type Situation } from './instruction.ts';

const frame: FrameState = {
  type: 'state',
  mode: 'idle',
  needle: 'up',
  x: 10,
  y: 10,
  run: { id: 'r', stitch: 0, of: 90, secondsLeft: 9 },
  bobbinThreadUp: false,
  bobbin: 1,
  fault: null,
};
const run = (state: Partial<RunState>): RunAnswer => ({
  id: 'r',
  quiltId: 'q',
  placementId: 'p',
  name: 'A1',
  planHash: '',
  holes: [91],
  seconds: 9,
  thread: 9,
  events: [],
  state: { status: 'ready', stitch: 0, bobbinThreadUp: false, rehearsed: false, fault: null, ...state },
});
const next = (change: Partial<Situation>): string => {
  const { bead, action } = nextInstruction({
    fit: 'contain',
    touches: 4,
    cornersTouched: 4,
    linedUp: false,
    advised: true,
    run: null,
    state: frame,
    start: { x: 10, y: 10 },
    skipRehearsal: false,
    ...change,
  });
  return `${bead} ${action ?? 'wait'}`;
};

describe('the one thing to do next at the frame', () => {
  it('is to touch until the plan can be laid on the cloth', () => {
    expect(next({ touches: 1 })).toBe('touch touch');
    expect(next({ touches: 1, advised: false })).toBe('touch wait');
    expect(next({ touches: 2 })).toBe('check load');
    expect(next({ fit: 'rows', touches: 3 })).toBe('touch touch');
    expect(next({ fit: 'rows', touches: 4 })).toBe('check load');
    expect(next({ fit: 'corners', cornersTouched: 3 })).toBe('touch touch');
    expect(next({ fit: 'corners', cornersTouched: 2, linedUp: true })).toBe('check load');
    expect(next({ fit: 'corners', touches: 1, cornersTouched: 1, linedUp: true })).toBe('touch touch');
  });
  it('then to rehearse, bring up the bobbin thread and stitch, from the first hole', () => {
    const ready = run({});
    expect(next({ run: ready, start: { x: 50, y: 10 } })).toBe('rehearse goToStart');
    expect(next({ run: ready })).toBe('rehearse rehearse');
    expect(next({ run: ready, state: { ...frame, mode: 'rehearsing' } })).toBe('rehearse wait');
    expect(next({ run: ready, skipRehearsal: true })).toBe('stitch bobbinThread');
    expect(next({ run: run({ rehearsed: true }), start: { x: 50, y: 10 } })).toBe('stitch goToStart');
    expect(next({ run: run({ rehearsed: true }), state: { ...frame, bobbinThreadUp: true } })).toBe('stitch start');
  });
  it('while stitching, to pause; after, to go on or to mend', () => {
    expect(next({ run: run({ status: 'stitching' }) })).toBe('stitch pause');
    expect(next({ run: run({ status: 'paused' }) })).toBe('stitch resume');
    expect(next({ run: run({ status: 'stopped', stitch: 40 }) })).toBe('stitch goOn');
    expect(next({ run: run({ status: 'stopped', stitch: 40 }), state: { ...frame, fault: 'threadBroke' } })).toBe(
      'stitch mended',
    );
    expect(next({ run: run({ status: 'interrupted', stitch: 40 }), state: { ...frame, run: null } })).toBe(
      'stitch goOn',
    );
    expect(next({ run: run({ stitch: 34 }), state: { ...frame, run: null } })).toBe('stitch goOn');
    expect(next({ run: run({ status: 'finished', stitch: 90 }) })).toBe('done next');
  });
});
