import type { UnseenPart, UnseenReason } from '@gorse/core';
import { expect, it } from 'vitest';
import { takenAlike } from './taken-alike.ts';

const part = (why: UnseenReason, name: string): UnseenPart => ({
  why,
  name,
  key: `${why}:${name}`,
  count: 1,
  lines: [],
});

it('takes of another file what was taken of the first: the same parts, else those of a reason that was wholly taken', () => {
  const parts = [part('hidden', 'a'), part('hidden', 'b'), part('off', 'c')];
  const other = [part('hidden', 'b'), part('hidden', 'z'), part('off', 'y'), part('frozen', 'x')];
  expect(takenAlike(other, { parts, taken: ['hidden:b', 'off:c'] })).toEqual(['hidden:b', 'off:y']);
  expect(takenAlike(other, { parts, taken: ['hidden:a', 'hidden:b'] })).toEqual(['hidden:b', 'hidden:z']);
  expect(takenAlike(other, { parts, taken: [] })).toEqual([]);
});
