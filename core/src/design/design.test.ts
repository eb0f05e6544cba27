import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { polyline } from '../geometry/polyline.ts';
import { measureDesign } from './design.ts';
import { decodeStrokes, encodeStrokes } from './stroke-bytes.ts';

describe('a design', () => {
  it('is measured over all its strokes', () => {
    const strokes = [
      polyline([
        { x: 2, y: 1 },
        { x: 5, y: 5 },
      ]),
      polyline([
        { x: 0, y: 9 },
        { x: 6, y: 9 },
        { x: 6, y: 7 },
      ]),
    ];
    expect(measureDesign(strokes)).toEqual({
      width: 6,
      height: 8,
      length: 13,
      points: 5,
      strokes: 2,
      start: { x: 2, y: 1 },
      end: { x: 6, y: 7 },
    });
    expect(() => measureDesign([])).toThrow('at least one stroke');
  });
});

describe('strokes as bytes', () => {
  it('come back to the bit', () => {
    const stroke = fc
      .array(fc.double({ noNaN: true }), { maxLength: 40 })
      .map((v) => Float64Array.from(v.length % 2 === 0 ? v : v.slice(1)));
    fc.assert(
      fc.property(fc.array(stroke, { maxLength: 6 }), (strokes) => {
        expect(decodeStrokes(encodeStrokes(strokes))).toEqual(strokes);
      }),
      { seed: 1 },
    );
  });
  it('have the form that the docs give', () => {
    const bytes = encodeStrokes([Float64Array.of(1, 2), Float64Array.of()]);
    expect(new TextDecoder().decode(bytes.slice(0, 4))).toBe('GRS1');
    expect([...new Uint32Array(bytes.buffer.slice(4, 16))]).toEqual([2, 1, 0]);
    expect([...new Float64Array(bytes.buffer.slice(16))]).toEqual([1, 2]);
  });
  it('are refused when they are something else, and read from the middle of a buffer', () => {
    expect(() => decodeStrokes(new TextEncoder().encode('<svg>...'))).toThrow('no strokes');
    expect(() => decodeStrokes(new Uint8Array(3))).toThrow('no strokes');
    const bytes = encodeStrokes([Float64Array.of(3, 4)]);
    const within = new Uint8Array(bytes.length + 5);
    within.set(bytes, 5);
    expect(decodeStrokes(within.subarray(5))).toEqual([Float64Array.of(3, 4)]);
  });
});
