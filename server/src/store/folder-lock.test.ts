import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
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
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Another process that tries for the folder, tells how it went, and lives on until it is ended. */
async function taker(): Promise<{ readonly won: boolean; readonly said: string; end(): Promise<void> }> {
  const script = `import(${JSON.stringify(LOCK)}).then(({ lockFolder }) => { try { lockFolder(${JSON.stringify(folder)}); console.log('won'); } catch (e) { console.log(e.message); } setInterval(() => {}, 1000); })`;
  const child = spawn('node', ['--import', 'tsx', '--input-type=module', '-e', script], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
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
    await Promise.all([second.end(), third.end()]);
  });

  it('left stale, goes to exactly one of many takers', async () => {
    writeFileSync(join(folder, 'lock.7'), JSON.stringify({ pid: 2 ** 22 + 1, startedAt: null }));
    const takers = await Promise.all(Array.from({ length: 5 }, taker));
    expect(takers.filter((one) => one.won)).toHaveLength(1);
    expect(readdirSync(folder).filter((name) => name.startsWith('lock.'))).toEqual(['lock.8']);
    await Promise.all(takers.map((one) => one.end()));
  });

  it('that a power cut left empty is taken over', async () => {
    writeFileSync(join(folder, 'lock.1'), '');
    const one = await taker();
    expect(one.won).toBe(true);
    await one.end();
  });
});
