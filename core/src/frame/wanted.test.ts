import { clothPoint, framePoint } from '../geometry/point.ts';
import { describe, expect, it } from 'vitest';
import type { TouchRecord } from '../plan/records.ts';
import type { Landmark } from './landmarks.ts';
import type { LineUpView } from './line-up-view.ts';
import { bestLandmark } from './wanted.ts';

const [FREE, TOUCHED, UNREACHED] = ['free', 'touched', 'unreached'] as const;
type Kind = typeof FREE | typeof TOUCHED | typeof UNREACHED;

/** Landmarks named a, b, c, as the line-up knows them; one of them advised. */
const best = (
  kinds: readonly Kind[],
  advised: number | null,
  { corners = [] as number[], refused = [] as string[], repeated = null as string | null } = {},
): number | null => {
  const landmarks = kinds.map((kind, i): Landmark => {
    const touch = kind === TOUCHED ? ({ id: 't' } as TouchRecord) : undefined;
    return { ids: ['abc'[i]!], name: 'a corner', cloth: clothPoint(10 * i, 0), since: null, touch, byHand: false };
  });
  const doubt = { major: 2, minor: 1, angle: 0 };
  const known = kinds.map((kind, i) => ({ at: framePoint(10 * i, 0), doubt: kind === UNREACHED ? null : doubt }));
  const advice = advised === null ? null : ({ landmark: advised, worth: true } as LineUpView['advice']);
  return bestLandmark(landmarks, { landmarks: known, advice }, corners, { refused, repeated });
};

describe('the landmark to touch next', () => {
  it('is the advised one, unless it is touched already or the head does not get there', () => {
    expect(best([FREE, FREE, FREE], 2)).toBe(2);
    expect(best([FREE, FREE, TOUCHED], 2)).toBe(0);
    expect(best([UNREACHED, FREE, UNREACHED], 2)).toBe(1);
    expect(best([UNREACHED, TOUCHED, UNREACHED], 2)).toBeNull();
    expect(best([], null)).toBeNull();
  });
  it('is a corner that the fit still wants before any other, where none is advised', () => {
    expect(best([FREE, FREE, FREE], null, { corners: [1, 2] })).toBe(1);
    expect(best([FREE, TOUCHED, FREE], null, { corners: [1, 2] })).toBe(2);
  });
  it('is another one as often as she passes one over, and begins anew when all were', () => {
    expect(best([FREE, FREE, FREE], 1, { refused: ['b'] })).toBe(0);
    expect(best([FREE, FREE, FREE], 1, { refused: ['b', 'a'] })).toBe(2);
    expect(best([FREE, FREE, FREE], 1, { refused: ['b', 'a', 'c'] })).toBe(1);
  });
  it('is the one she repeats, whatever is advised', () => {
    expect(best([FREE, FREE, FREE], 1, { repeated: 'c' })).toBe(2);
    expect(best([FREE, FREE, FREE], 1, { repeated: 'c', refused: ['c'] })).toBe(1);
    // Touched already, it is touched once more.
    expect(best([FREE, FREE, TOUCHED], 1, { repeated: 'c' })).toBe(2);
  });
});
