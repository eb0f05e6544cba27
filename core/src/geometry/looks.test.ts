import { describe, expect, it } from 'vitest';
import { limited, Looks, TooMuch } from './looks.ts';
import { indexSegments } from './segment-index.ts';

describe('looks', () => {
  it('may be spent to the last, and no farther', () => {
    const looks = new Looks(5);
    looks.spend(5);
    expect(() => looks.spend(1)).toThrow(TooMuch);
  });
  it('that are part of others are spent of these too', () => {
    const all = new Looks(10);
    const [one, other] = [new Looks(7, all), new Looks(7, all)];
    one.spend(6);
    other.spend(4);
    expect(() => other.spend(1)).toThrow(TooMuch);
    expect(() => one.spend(1)).toThrow(TooMuch);
  });
  it('are what an index answers with: one for asking, and one for each line that it finds', () => {
    const index = indexSegments([Float64Array.of(0, 0, 1, 0, 2, 0, 3, 0)]);
    const box = [-1, -1, 9, 9] as const;
    expect(limited(index, new Looks(4)).within(...box)).toHaveLength(3);
    expect(() => limited(index, new Looks(3)).within(...box)).toThrow(TooMuch);
  });
});
