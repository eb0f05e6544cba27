import { describe, expect, it } from 'vitest';
import { piecesInPasses } from './pieces-in-passes.ts';
import { framePiece } from './test/piece.ts';

const piece = (id: string) => framePiece(id, { bottom: 9 });
const pass = (...pieces: readonly string[]) => ({ from: 0, to: 9, pieces, shared: 0, pinned: false, turned: false });

describe('what can be stitched', () => {
  it('is offered by pass, in each as it is listed, and last what is too deep for any', () => {
    const found = piecesInPasses(['deep', 'c', 'a', 'b'].map(piece), { passes: [pass('a', 'b'), pass('c')] });
    expect(found.map(({ id, pass: at }) => [id, at])).toEqual([
      ['a', 0],
      ['b', 0],
      ['c', 1],
      ['deep', -1],
    ]);
  });
});
