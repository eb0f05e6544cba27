import { writeGorseDocument } from '@gorse/core';
import { afterEach, describe, expect, it } from 'vitest';
import { ReadingDesk, ReadRefused } from './reading-desk.ts';
import type { ReadTask } from './read-task.ts';

const desks: ReadingDesk[] = [];
const newDesk = (longest?: number): ReadingDesk => {
  const desk = new ReadingDesk(longest);
  desks.push(desk);
  return desk;
};
afterEach(() => desks.splice(0).forEach((desk) => desk.close()));

const read = (file: string, text: string): ReadTask => ({
  kind: 'read',
  file,
  source: new TextEncoder().encode(text),
  answers: {},
});
const GOOD = read('a.json', writeGorseDocument({ name: 'a', kind: null, tags: [] }, [Float64Array.of(5, 5, 8, 9)]));

describe('the reading thread', () => {
  it('does one task after the other, whatever becomes of them', async () => {
    const desk = newDesk();
    const outcomes = await Promise.allSettled([desk.run(GOOD), desk.run(read('b.svg', '<svg>')), desk.run(GOOD)]);
    expect(outcomes.map((one) => one.status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    const [first, second] = outcomes;
    expect(first).toMatchObject({ value: { strokes: [Float64Array.of(0, 0, 3, 4)] } });
    expect((second as PromiseRejectedResult).reason).toBeInstanceOf(ReadRefused);
  });
  it('is given up when it takes too long, and the next task gets another', async () => {
    const desk = newDesk(700);
    const points = Array.from({ length: 900_000 }, (_, i) => `${i % 977},${(i * 7) % 983}`).join('\n');
    await expect(desk.run(read('long.csv', `x_mm,y_mm\n${points}`))).rejects.toThrow(/takes too long to read/);
    const patient = newDesk();
    await expect(patient.run(GOOD)).resolves.toMatchObject({ facts: { length: 5 } });
  });
  it('closing ends what is under way with a sentence', async () => {
    const desk = newDesk();
    const waiting = desk.run(GOOD);
    await new Promise((resolve) => setTimeout(resolve, 5));
    desk.close();
    await expect(waiting).rejects.toThrow(/Gorse is closing/);
  });
  it('edits lines, and says why it can’t', async () => {
    const desk = newDesk();
    const strokes = [Float64Array.of(0, 0, 10, 0)];
    const edit = (kind: 'reverse' | 'close'): ReadTask => ({
      kind: 'edit',
      strokes,
      edits: [{ kind }, { kind: 'scale', factor: 2 }],
      others: new Map(),
    });
    const { strokes: reversed } = await desk.run(edit('reverse'));
    expect([...reversed[0]!]).toEqual([20, 0, 0, 0]);
    await expect(
      desk.run({ kind: 'edit', strokes, edits: [{ kind: 'moveStart', at: 1 }], others: new Map() }),
    ).rejects.toThrow(/Only a closed line/);
  });
});
