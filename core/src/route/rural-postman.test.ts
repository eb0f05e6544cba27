import { expect, it } from 'vitest';
import { randomFrom } from '../random.ts';
import { endNode, startNode } from './euler-trails.ts';
import { type PostmanAnswer, type PostmanTask, ruralPostman } from './rural-postman.ts';
import { postmanCase } from './test/postman-case.ts';

const edge = (from: number, to: number) => ({ from, to });
const way = (from: number, to: number, cost: number, again = cost) => ({ from, to, cost, again });
const walk = ({ trails }: PostmanAnswer): string[] =>
  trails.map((trail) =>
    [startNode(trail), ...trail.map(({ edge: { from, to }, back }) => (back ? from : to))].join(' '),
  );

it('walks two chords of a ring in one trail by its shortest stretch, in the drawn direction', () => {
  // Places 0 to 3 round a ring; the chords are 0–1 and 2–3.
  const task = { nodes: 4, required: [edge(0, 1), edge(2, 3)], ways: [way(0, 2, 9), way(2, 1, 2), way(1, 3, 5), way(3, 0, 7)] }; // prettier-ignore
  const answer = ruralPostman(task);
  expect(walk(answer)).toEqual(['0 1 2 3']);
  expect([answer.cost, answer.bound]).toEqual([2, 1]);
});

it('starts and ends where it is told to, though it costs more', () => {
  const task = { nodes: 4, required: [edge(0, 1), edge(2, 3)], ways: [way(0, 2, 9), way(2, 1, 2), way(1, 3, 5), way(3, 0, 7)] }; // prettier-ignore
  expect(walk(ruralPostman({ ...task, starts: [2], ends: [1] }))).toEqual(['2 3 0 1']);
  expect(walk(ruralPostman({ ...task, ends: [0] }))).toEqual(['3 2 1 0']);
  const there = ruralPostman({ ...task, starts: [0], ends: [0] });
  expect([walk(there)[0]!.at(0), walk(there)[0]!.at(-1)]).toEqual(['0', '0']);
});

it('goes there and back to what nothing else ties, and spares what is dear again', () => {
  const loop = [edge(0, 0), edge(1, 1)];
  expect(ruralPostman({ nodes: 2, required: loop, ways: [way(0, 1, 3)] }).cost).toBe(3);
  const three = [...loop, edge(2, 2)];
  const star = [way(0, 1, 3), way(0, 2, 4), way(1, 2, 6)];
  expect(ruralPostman({ nodes: 3, required: three, ways: star }).cost).toBe(7);
});

it('goes by places where nothing must be walked, and leaves out those that lead nowhere', () => {
  const answer = ruralPostman({
    nodes: 6,
    required: [edge(0, 1), edge(2, 3)],
    ways: [way(1, 4, 1), way(4, 2, 1), way(4, 5, 0.5), way(1, 2, 4)],
  });
  expect([walk(answer), answer.cost]).toEqual([['0 1 4 2 3'], 2]);
});

it('makes one trail of each part that hangs together, more where odd ends have no way', () => {
  expect(walk(ruralPostman({ nodes: 4, required: [edge(2, 3), edge(0, 1)], ways: [] }))).toEqual(['2 3', '0 1']);
  const cross = ruralPostman({ nodes: 5, required: [1, 2, 3, 4].map((to) => edge(0, to)), ways: [] });
  expect([cross.trails.length, cross.bound]).toEqual([2, 2]);
  expect(ruralPostman({ nodes: 0, required: [], ways: [] })).toEqual({ trails: [], cost: 0, bound: 0 });
});

it('is as cheap as any order of up to eight pieces, each walked once, in as many trails as there must be', () => {
  const random = randomFrom(4);
  for (let i = 0; i < 150; i++) {
    const task = postmanCase(random, 1 + (i % 8), 1 + (i % 4), i % 3 === 0 ? 0.3 : 0);
    const answer = ruralPostman(task);
    const walked = answer.trails.flatMap((trail) => trail.flatMap(({ edge: { required } }) => required ?? []));
    expect(walked.toSorted((a, b) => a - b)).toEqual(task.required.map((_, k) => k));
    for (const trail of answer.trails) expectConnected(trail);
    expect(answer.trails.length).toBe(answer.bound);
    if (answer.bound === 1) expect(answer.cost).toBeCloseTo(cheapestOrder(task), 6);
  }
});

function expectConnected(trail: PostmanAnswer['trails'][number]): void {
  for (let k = 1; k < trail.length; k++) expect(startNode([trail[k]!])).toBe(endNode([trail[k - 1]!]));
}

/** By all orders and directions of the pieces, one subset after another (Held & Karp 1962), over the shortest ways between their ends. */
function cheapestOrder({ nodes, required, ways }: PostmanTask): number {
  const apart = Array.from({ length: nodes }, (_, a) =>
    Array.from({ length: nodes }, (_, b) => (a === b ? 0 : Infinity)),
  );
  for (const { from, to, cost } of ways) apart[from]![to] = apart[to]![from] = Math.min(cost, apart[from]![to]!);
  for (let k = 0; k < nodes; k++)
    for (const row of apart) for (let b = 0; b < nodes; b++) row[b] = Math.min(row[b]!, row[k]! + apart[k]![b]!);
  const walks = required.flatMap(({ from, to }, piece) => [{ piece, from, to }, { piece, from: to, to: from }]); // prettier-ignore
  const all = 2 ** required.length - 1;
  const least = Array.from({ length: all + 1 }, () => walks.map(() => Infinity));
  walks.forEach(({ piece }, w) => (least[2 ** piece]![w] = 0));
  for (let done = 1; done < all; done++)
    walks.forEach((last, w) =>
      walks.forEach((next, v) => {
        const then = done | (2 ** next.piece);
        if (then !== done) least[then]![v] = Math.min(least[then]![v]!, least[done]![w]! + apart[last.to]![next.from]!);
      }),
    );
  return Math.min(...least[all]!);
}
