/** What the scripts share; only Node's own modules, since nothing may be installed yet. */
import { Buffer } from 'node:buffer';
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { constants, setPriority } from 'node:os';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const STAMP = join(ROOT, 'node_modules', '.gorse-installed');

/** In the project's folder, with the project's own tools on the path. */
const here = (env) => ({
  cwd: ROOT,
  shell: process.platform === 'win32',
  env: {
    ...process.env,
    ...env,
    PATH: `${join(ROOT, 'node_modules', '.bin')}${process.platform === 'win32' ? ';' : ':'}${process.env.PATH}`,
  },
});

/** Runs a command; returns its exit code. */
export function run(command, args, env = {}) {
  const result = spawnSync(command, args, { ...here(env), stdio: 'inherit' });
  if (result.error) throw result.error;
  return result.status ?? 1;
}

/** Runs a command while others run: resolves with its exit code and, when it works in the background, with what it said. */
export function runBeside(command, args, { env = {}, background = false } = {}) {
  const child = spawn(command, args, { ...here(env), stdio: background ? ['ignore', 'pipe', 'pipe'] : 'inherit' });
  endWithParent(child);
  if (background) setPriority(child.pid, constants.priority.PRIORITY_BELOW_NORMAL);
  const said = [];
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (part) => said.push(part));
  return new Promise((resolve, reject) => {
    child.on('error', reject);
    child.on('close', (code) => resolve({ code: code ?? 1, said: Buffer.concat(said).toString() }));
  });
}

/** As `run`; a failure ends the script. */
export function must(command, args, env) {
  const code = run(command, args, env);
  if (code !== 0) process.exit(code);
}

/** Installs when the lock file is not the one that was installed last; a half-finished install has no stamp. */
export function install() {
  const wanted = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return;
  console.log('Installing what Gorse needs…');
  must('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(STAMP, wanted);
}

/** Hands signals on to a child and ends it when this script's own parent goes: a signal to npm alone would leave it behind. */
export function endWithParent(child) {
  const parent = process.ppid;
  const watch = setInterval(() => {
    if (process.ppid !== parent) child.kill('SIGTERM');
  }, 1000);
  const hand = (signal) => child.kill(signal);
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, hand);
  child.on('exit', () => {
    clearInterval(watch);
    for (const signal of ['SIGINT', 'SIGTERM']) process.off(signal, hand);
  });
}

/** Runs a long-running command; returns its exit code. */
export function hold(command, args, env = {}) {
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  endWithParent(child);
  return new Promise((resolve) => child.on('exit', (code) => resolve(code ?? 0)));
}

export const SERVER = join(ROOT, 'server', 'dist', 'main.js');
