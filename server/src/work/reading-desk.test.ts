import { writeGorseDocument } from '@gorse/core';
import { afterEach, describe, expect, it } from 'vitest';
import type { ToRead } from './read-design.ts';
import { ReadingDesk } from './reading-desk.ts';

const desks: ReadingDesk[] = [];
const newDesk = (longest?: number): ReadingDesk => {
  const desk = new ReadingDesk(longest);
  desks.push(desk);
  return desk;
};
afterEach(() => desks.splice(0).forEach((desk) => desk.close()));

const read = (file: string, text: string): ToRead => ({ file, source: new TextEncoder().encode(text), answers: {} });
const SMALL = read(
  'small.json',
  writeGorseDocument({ name: 'a', kind: null, tags: [] }, [Float64Array.of(5, 5, 8, 9)]),
);
/** Takes a second or so. */
const LARGE = read(
  'large.csv',
  `x_mm,y_mm\n${Array.from({ length: 700_000 }, (_, i) => `${i % 977},${(i * 7) % 983}`).join('\n')}`,
);
const bytes = ({ source }: ToRead): number => source.length;

describe('two threads that read', () => {
  it('never let a large file hold up a small one, wherever that comes', async () => {
    const desk = newDesk(60_000);
    const done: string[] = [];
    const asked = [LARGE, LARGE, SMALL, SMALL, SMALL].map(async (one) => {
      await desk.run('read', one, bytes(one));
      done.push(one.file);
    });
    await Promise.all(asked);
    expect(done).toEqual(['small.json', 'small.json', 'small.json', 'large.csv', 'large.csv']);
  });
  it('use the other one for small files, while no large one is there', async () => {
    const desk = newDesk();
    const read = await Promise.all(Array.from({ length: 8 }, () => desk.run('read', SMALL, bytes(SMALL))));
    expect(read).toEqual(new Array(8).fill(expect.objectContaining({ strokes: [Float64Array.of(0, 0, 3, 4)] })));
  });
  it('give up what runs away, and read on', async () => {
    const desk = newDesk(100);
    await expect(desk.run('read', LARGE, bytes(LARGE))).rejects.toThrow(/takes too much time\. Simplify/);
    const patient = newDesk();
    await expect(patient.run('read', SMALL, bytes(SMALL))).resolves.toMatchObject({ facts: { length: 5 } });
  });
});
