import { writeGorseDocument } from '@gorse/core';
import { afterEach, describe, expect, it } from 'vitest';
import { Refusal } from '../refusal.ts';
import type { ToEdit, ToRead } from './read-design.ts';
import { WorkDesk } from './work-desk.ts';

const desks: WorkDesk[] = [];
const newDesk = (longest?: number): WorkDesk => {
  const desk = new WorkDesk(longest);
  desks.push(desk);
  return desk;
};
afterEach(() => desks.splice(0).forEach((desk) => desk.close()));

const read = (file: string, text: string): ToRead => ({
  file,
  source: new TextEncoder().encode(text),
  answers: {},
});
const GOOD = read('a.json', writeGorseDocument({ name: 'a', kind: null, tags: [] }, [Float64Array.of(5, 5, 8, 9)]));

describe('a working thread', () => {
  it('does one task after the other, whatever becomes of them', async () => {
    const desk = newDesk();
    const outcomes = await Promise.allSettled([
      desk.run('read', GOOD),
      desk.run('read', read('b.svg', '<svg>')),
      desk.run('read', GOOD),
    ]);
    expect(outcomes.map((one) => one.status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    const [first, second] = outcomes;
    expect(first).toMatchObject({ value: { strokes: [Float64Array.of(0, 0, 3, 4)] } });
    expect((second as PromiseRejectedResult).reason).toBeInstanceOf(Refusal);
  });
  it('is given up when nobody wants the task any more, begun or not', async () => {
    const desk = newDesk();
    const points = Array.from({ length: 900_000 }, (_, i) => `${i % 977},${(i * 7) % 983}`).join('\n');
    const [begun, waiting] = [new AbortController(), new AbortController()];
    const first = desk.run('read', read('long.csv', `x_mm,y_mm\n${points}`), begun.signal);
    const second = desk.run('read', GOOD, waiting.signal);
    const third = desk.run('read', GOOD);
    waiting.abort();
    setTimeout(() => begun.abort(), 300);
    await expect(first).rejects.toThrow('This was cancelled.');
    await expect(second).rejects.toThrow('This was cancelled.');
    expect(await third).toMatchObject({ strokes: [Float64Array.of(0, 0, 3, 4)] });
  });
  it('is given up when it takes too long, and the next task gets another', async () => {
    const desk = newDesk(700);
    const points = Array.from({ length: 900_000 }, (_, i) => `${i % 977},${(i * 7) % 983}`).join('\n');
    await expect(desk.run('read', read('long.csv', `x_mm,y_mm\n${points}`))).rejects.toThrow(
      /takes too much time\. Simplify/,
    );
    const patient = newDesk();
    await expect(patient.run('read', GOOD)).resolves.toMatchObject({ facts: { length: 5 } });
  });
  it('closing ends what is under way with a sentence', async () => {
    const desk = newDesk();
    const waiting = desk.run('read', GOOD);
    await new Promise((resolve) => setTimeout(resolve, 5));
    desk.close();
    await expect(waiting).rejects.toThrow(/Gorse is closing/);
  });
  it('edits lines, and says why it can’t', async () => {
    const desk = newDesk();
    const strokes = [Float64Array.of(0, 0, 10, 0)];
    const edit = (kind: 'reverse' | 'close'): ToEdit => ({
      strokes,
      edits: [{ kind }, { kind: 'scale', factor: 2 }],
      others: new Map(),
    });
    const { strokes: reversed } = await desk.run('edit', edit('reverse'));
    expect([...reversed[0]!]).toEqual([20, 0, 0, 0]);
    await expect(
      desk.run('edit', { strokes, edits: [{ kind: 'moveStart', at: 1 }], others: new Map() }),
    ).rejects.toThrow(/Only a closed line/);
  });
});
