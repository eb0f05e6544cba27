import { describe, expect, it } from 'vitest';
import { clothPoint } from '../geometry/point.ts';
import type { RunStatus } from '../run/run-state.ts';
import { atHand, type FrameRun } from './at-hand.ts';
import type { FramePiece } from './pieces-in-passes.ts';
import { framePiece } from './test/piece.ts';

const piece = (id: string, pass: number): FramePiece => framePiece(id, { pass });
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
  it('knows the nearest that is worked alike and isn’t stitched, in reach before out of it', () => {
    const at = (id: string, x: number, pass: number, recipeId: string | null = 'r'): FramePiece => ({
      ...piece(id, pass),
      ...{ recipeId, outline: [clothPoint(x, 0), clothPoint(x + 10, 10)] },
    });
    const pieces = [at('a', 100, 0), at('b', 0, 0), at('c', 140, 0), at('d', 110, 1), at('e', 105, 0, 'other')];
    const next = (done: readonly string[], pass = 0) =>
      atHand(
        pieces,
        done.map((id) => run(id, 'finished')),
        'a',
        null,
        inPass(pass),
      ).nextAlike?.id;
    expect([next([]), next(['c']), next(['b', 'c'])]).toEqual(['c', 'b', 'd']);
    expect([next([], 1), next(['b', 'c', 'd'])]).toEqual(['d', undefined]);
    expect(atHand([at('a', 0, 0, null), at('b', 9, 0, null)], [], 'a', null, inPass(0)).nextAlike).toBeUndefined();
  });
  it('has no run that was given up or gone on with as another', () => {
    expect(found([run('a', 'abandoned')])).toEqual(['a', undefined, 'b']);
    expect(found([run('a', 'continued')])).toEqual(['a', undefined, 'b']);
    expect(atHand([], [], null, null, () => true).piece).toBeUndefined();
  });
});
