import { boxShape, clothPoint, randomFrom, usualStages } from '@gorse/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { RunningApp } from '../app.ts';
import { added, apiOf, readyQuilt, recipeFor, SQUARE, startApp, TOP, TOUCHES } from '../test/harness.ts';

let app: RunningApp;
let api: ReturnType<typeof apiOf>;
let quiltId: string;
beforeAll(async () => {
  app = await startApp();
  api = apiOf(app);
  quiltId = await readyQuilt(api);
});
afterAll(() => app.close());

/** What a hostile or broken sender puts where something else belongs. */
const NASTY: readonly unknown[] = [
  ...[null, true, 0, -1, 1e308, 1.5, '', 'x', '\u0000', 'a\u0000b', '\ud800', 'constructor', '__proto__', [], {}],
  ...[[null], { kind: null }, { kind: 'constructor' }, JSON.parse('{"__proto__":{"x":1}}') as unknown],
  Array.from({ length: 3000 }, (_, i) => i),
  Object.fromEntries(Array.from({ length: 50_000 }, (_, i) => [`f${i}`, i])),
  JSON.parse(`${'['.repeat(500)}${']'.repeat(500)}`) as unknown,
];

/** One part of a body, at random, becomes something else. */
function spoilt(body: unknown, random: () => number): unknown {
  const nasty = NASTY[Math.floor(random() * NASTY.length)];
  if (typeof body !== 'object' || body === null || random() < 0.15) return nasty;
  const names = Object.keys(body);
  const name = names[Math.floor(random() * names.length)] ?? 'x';
  const copy: Record<string, unknown> = { ...(body as Record<string, unknown>) };
  const how = random();
  if (how < 0.1) delete copy[name];
  else if (how < 0.2) copy[`${name}x`] = nasty;
  else copy[name] = spoilt(copy[name], random);
  return Array.isArray(body) ? Object.values(copy) : copy;
}

const PATCH = boxShape(clothPoint(0, 0), clothPoint(90, 90));

describe('bad input', () => {
  it('never ends in a failure, on any route, nor takes long', async () => {
    const random = randomFrom(5);
    const frames = (await api<{ machine: object }[]>('GET', '/frames')).body;
    const design = (await api<{ id: string }>('POST', '/designs?file=a.svg', SQUARE)).body.id;
    const edit = (after: { readonly id: string }, kind: 'touches' | 'recipes') => ({
      ...{ editId: 'fuzzed-edit', baseRevision: 1, mark: 'fuzz', diff: [added(kind, after)] },
    });
    const routes: readonly (readonly [method: string, path: string, body: unknown])[] = [
      ['POST', '/quilts', { name: 'Fuzz', ...TOP }],
      ['POST', `/quilts/${quiltId}/edits`, edit({ ...TOUCHES[0]!, id: 'fuzz' }, 'touches')],
      ['POST', `/quilts/${quiltId}/edits`, edit({ ...recipeFor(design), id: 'fuzz' }, 'recipes')],
      ['POST', `/quilts/${quiltId}/advances`, { kind: 'clamped', pass: 0, rolled: 0 }],
      ['POST', `/quilts/${quiltId}/runs`, { pieceId: 'placements.p1.0', revision: 1 }],
      ['POST', '/runs/nowhere/resume', { back: 10 }],
      ['POST', '/frames', { machine: frames[0]!.machine }],
      ['POST', '/recipes', { name: 'Fuzz', stages: usualStages(design), shape: PATCH }],
      ['PATCH', `/designs/${design}`, { name: 'Fuzz', kind: 'block', tags: ['a'] }],
      ['POST', '/pair', { code: '000000', name: 'Tablet' }],
      ['POST', `/designs/${design}/revisions`, { edits: [{ kind: 'scale', factor: 2 }] }],
    ];
    const slow: string[] = [];
    const failed: string[] = [];
    for (let i = 0; i < 900; i++) {
      const [method, path, body] = routes[i % routes.length]!;
      const sent = spoilt(body, random);
      const timed = async (): Promise<{ readonly status: number; readonly ms: number }> => {
        const start = performance.now();
        const { status } = await api(method, path, sent);
        return { status, ms: performance.now() - start };
      };
      const what = `${method} ${path} ${JSON.stringify(sent).slice(0, 200)}`;
      const { status, ms } = await timed();
      if (status >= 500) failed.push(`${status} ${what}`);
      // Once more, since other tests may have held this one up.
      if (ms > 1000 && (await timed()).ms > 1000) slow.push(what);
    }
    expect(failed).toEqual([]);
    expect(slow).toEqual([]);
  });

  it('in an address finds nothing', async () => {
    for (const id of ['%00', '__proto__', 'constructor', '%ED%A0%80', '%', 'a'.repeat(5000)]) {
      for (const path of [
        `/quilts/${id}`,
        `/runs/${id}/points`,
        `/designs/${id}/strokes`,
        `/quilts/${id}/export?format=svg`,
        `/quilts/${id}/file`,
        `/backups/${id}`,
        `/quilts?after=${id}`,
      ])
        expect((await api('GET', path)).status, path).toBeGreaterThanOrEqual(400);
      for (const path of [`/quilts/${id}`, `/quilts?find=${id}`, `/backups/${id}`])
        expect((await api('GET', path)).status, path).toBeLessThan(500);
      expect((await api('POST', `/backups/${id}/restore`)).status).toBeLessThan(500);
      expect((await api('DELETE', `/devices/${id}`)).status).toBeLessThan(500);
    }
    const nasty = await api('POST', '/designs?file=%00&unit=__proto__', SQUARE);
    expect(nasty.status).toBe(400);
  });

  it('an edit that names a record twice is refused: what it comes to would be lost', async () => {
    const [first, second] = [
      { ...TOUCHES[0]!, id: 'twice' },
      { ...TOUCHES[1]!, id: 'twice' },
    ];
    const { status, body } = await api<{ message: string }>('POST', `/quilts/${quiltId}/edits`, {
      ...{
        editId: 'named-twice',
        baseRevision: 1,
        mark: 'fuzz',
        diff: [added('touches', first), added('touches', second)],
      },
    });
    expect([status, body.message]).toEqual([400, expect.stringMatching(/changes touches twice twice/)]);
  });
});
