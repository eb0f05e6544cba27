import { encodeStrokes } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { pathData, stitchedLines } from './quilt-picture.ts';

describe('a small picture’s lines', () => {
  it('are whole grains, each from the one before', () => {
    const lines = [Float64Array.of(20, 30, 40, 30, 40, 50), Float64Array.of(0, 0, -6, 0)];
    expect(pathData(lines, 2)).toBe('M10 15l10 0l0 10M0 0l-3 0');
  });
  it('leave out what can’t be seen: a wiggle on the way, points on one another', () => {
    const wiggle = Float64Array.of(0, 0, 10, 0.3, 20, -0.3, 30, 0, 30.3, 0.1);
    expect(pathData([wiggle], 1)).toBe('M0 0l30 0');
    expect(pathData([], 1)).toBe('');
  });
  it('end with the last stitch that was made, in whichever stroke', () => {
    const cloth = encodeStrokes([Float64Array.of(0, 0, 4, 0, 4, 4), Float64Array.of(9, 9, 9, 1, 5, 1)]);
    expect(stitchedLines({ cloth, upTo: 4, grain: 1 })).toBe('M0 0l4 0l0 4M9 9l0 -8');
    expect(stitchedLines({ cloth, upTo: 1, grain: 1 })).toBe('M0 0l4 0');
  });
});
