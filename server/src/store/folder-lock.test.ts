import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';

const LOCK = fileURLToPath(new URL('folder-lock.ts', import.meta.url));
const ROOT = fileURLToPath(new URL('../../..', import.meta.url));

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'gorse-lock-'));
});
/** What must be ended, also when a test fails. */
const started = new Set<ChildProcess>();
afterEach(() => {
  for (const child of started) child.kill('SIGKILL');
  started.clear();
  rmSync(folder, { recursive: true, force: true });
});

/** Another process that tries for the folder, tells how it went, and lives on until it is ended. */
async function taker(space?: string): Promise<{ readonly won: boolean; readonly said: string; end(): Promise<void> }> {
  const script = `import(${JSON.stringify(LOCK)}).then(async ({ lockFolder }) => { try { await lockFolder(${[
    folder,
    space,
  ]
    .filter(Boolean)
    .map((one) => JSON.stringify(one))
    .join()}); console.log('won'); } catch (e) { console.log(e.message); } setInterval(() => {}, 1000); })`;
  const child = spawn('node', ['--import', 'tsx', '--input-type=module', '-e', script], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  started.add(child);
  const said = await new Promise<string>((resolve) => child.stdout.setEncoding('utf8').once('data', resolve));
  return {
    won: said.trim() === 'won',
    said,
    end: () =>
      new Promise((resolve) => {
        child.once('exit', () => resolve());
        child.kill('SIGKILL');
      }),
  };
}

describe('the lock of a data folder', () => {
  it('is one process’s until it dies, however it dies', async () => {
    const first = await taker();
    const second = await taker();
    expect([first.won, second.won]).toEqual([true, false]);
    expect(second.said).toMatch(/process \d+\) is using the data folder/);
    await first.end();
    const third = await taker();
    expect(third.won).toBe(true);
  });

  it('left stale, goes to exactly one of many takers', async () => {
    writeFileSync(join(folder, 'lock.7'), JSON.stringify({ pid: 2 ** 22 + 1, startedAt: null }));
    const takers = await Promise.all(Array.from({ length: 5 }, () => taker()));
    expect(takers.filter((one) => one.won)).toHaveLength(1);
    expect(readdirSync(folder)).toEqual([expect.stringMatching(/^alive\./), 'lock.8']);
  });

  it('holds against another container, where its pid says nothing, and not beyond its end', async () => {
    const first = await taker('boot pid:[1]');
    const second = await taker('boot pid:[2]');
    expect([first.won, second.won]).toEqual([true, false]);
    expect(second.said).toMatch(/in another container, is using the data folder/);
    await first.end();
    const third = await taker('boot pid:[2]');
    expect(third.won).toBe(true);
    // One that could make no socket is believed to live.
    const holder = JSON.parse(readFileSync(join(folder, 'lock.2'), 'utf8')) as object;
    writeFileSync(join(folder, 'lock.2'), JSON.stringify({ ...holder, socket: null }));
    const fourth = await taker('boot pid:[3]');
    expect(fourth.said).toMatch(/remove the file lock\.2/);
  });

  it('that a power cut left empty is taken over', async () => {
    writeFileSync(join(folder, 'lock.1'), '');
    const one = await taker();
    expect(one.won).toBe(true);
  });
});
