import { describe, expect, it } from 'vitest';
import type { RunStatus } from '../run/run-state.ts';
import { atHand, type FrameRun } from './at-hand.ts';
import type { FramePiece } from './pieces-in-passes.ts';

const piece = (id: string, pass: number): FramePiece => ({
  id,
  name: id,
  pass,
  regionId: null,
  outline: [],
  exactAt: [],
  isRow: true,
  top: 0,
  bottom: 0,
});
const PIECES = [piece('a', 0), piece('b', 0), piece('c', 1)];
const run = (pieceId: string, status: RunStatus): FrameRun =>
  ({ id: `run of ${pieceId}`, pieceId, state: { status } }) as FrameRun;
const inPass = (pass: number) => (one: FramePiece) => one.pass === pass;
const found = (
  runs: readonly FrameRun[],
  { chosen = null as string | null, live = null as FrameRun | null, pass = 0 } = {},
) => {
  const { piece: at, run: own, next } = atHand(PIECES, runs, chosen, live, inPass(pass));
  return [at?.id, own?.state.status, next?.id];
};

describe('the piece at hand', () => {
  it('is the first that is left, in reach before out of it', () => {
    expect(found([])).toEqual(['a', undefined, 'b']);
    expect(found([], { pass: 1 })).toEqual(['c', undefined, 'a']);
    expect(found([run('a', 'finished')])).toEqual(['b', undefined, 'c']);
    expect(found([run('a', 'finished'), run('b', 'finished')])).toEqual(['c', undefined, undefined]);
    // All done: the first again, with nothing to come.
    expect(found(PIECES.map(({ id }) => run(id, 'finished')))).toEqual(['a', 'finished', undefined]);
  });
  it('is what was begun before, what is at the frame before that, and what she chose before all', () => {
    const begun = run('b', 'stopped');
    expect(found([begun])).toEqual(['b', 'stopped', 'a']);
    const live = run('c', 'ready');
    expect(found([live, begun], { live })).toEqual(['c', 'ready', 'a']);
    expect(found([live, begun], { live, chosen: 'a' })).toEqual(['a', undefined, 'b']);
    expect(found([begun], { chosen: 'gone' })).toEqual(['b', 'stopped', 'a']);
  });
  it('has no run that was given up or gone on with as another', () => {
    expect(found([run('a', 'abandoned')])).toEqual(['a', undefined, 'b']);
    expect(found([run('a', 'continued')])).toEqual(['a', undefined, 'b']);
    expect(atHand([], [], null, null, () => true).piece).toBeUndefined();
  });
});
