import { type ChildProcess, fork } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildSync } from 'esbuild';
import { printFigure } from '../figures.ts';
import { benchAgreement } from './agreement.ts';
import { damagedCase } from './damaged-cases.ts';
import { ENDLESS_CASES } from './endless-cases.ts';
import { LARGE_CASES } from './large-cases.ts';
import type { Outcome } from './read-child.ts';

const DAMAGED = 2_000;
/** So many small files are read by one process; a large one has one of its own, so that its memory is its own. */
const IN_ONE = 250;
const ROOT = join(import.meta.dirname, '../..');
const FOLDER = join(ROOT, 'node_modules/.cache/gorse-foreign');

/** Files that nobody here drew: damaged, huge and odd, and how far an independent reader agrees. */
export async function benchForeign(): Promise<void> {
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true });
  try {
    await benchCorpus(reader());
  } finally {
    rmSync(FOLDER, { recursive: true });
  }
  benchAgreement();
}

/** Bundled as the server's threads are. */
function reader(): string {
  const outfile = join(FOLDER, 'read-child.mjs');
  const entryPoints = [join(import.meta.dirname, 'read-child.ts')];
  // Packages of the project itself are source, all others lie beside it.
  const alias = { '@gorse/core': join(ROOT, 'core/src/index.ts') };
  buildSync({ entryPoints, outfile, alias, bundle: true, platform: 'node', format: 'esm', packages: 'bundle', logLevel: 'error', banner: { js: REQUIRE } }); // prettier-ignore
  return outfile;
}
/** What is bundled of packages of the older kind asks for others by it. */
const REQUIRE =
  "import { createRequire as makeRequire } from 'node:module'; const require = makeRequire(import.meta.url);";

async function benchCorpus(program: string): Promise<void> {
  const outcomes: { readonly name: string; readonly outcome: Outcome; readonly size: number }[] = [];
  const take = async (child: ChildProcess, name: string, file: string, source: Uint8Array | string): Promise<void> => {
    const path = join(FOLDER, 'file');
    writeFileSync(path, source);
    const size = typeof source === 'string' ? Buffer.byteLength(source) : source.length;
    outcomes.push({ name, size: size / 1e6, outcome: await asked(child, file, path) });
  };
  for (const [name, make] of Object.entries({ ...LARGE_CASES, ...ENDLESS_CASES })) {
    const child = fork(program);
    await take(child, name, ...make());
    child.kill();
  }
  for (let first = 1; first <= DAMAGED; first += IN_ONE) {
    let child = fork(program);
    for (let seed = first; seed < first + IN_ONE; seed++) {
      await take(child, `damaged ${seed}`, ...damagedCase(seed));
      if (child.exitCode !== null || child.signalCode !== null) child = fork(program);
    }
    child.kill();
  }
  const faults = outcomes.filter(({ outcome }) => outcome.fault !== null);
  for (const { name, outcome } of faults.slice(0, 10)) console.error(`${name}: ${outcome.fault!}`);
  const slowest = outcomes.reduce((a, b) => (b.outcome.seconds > a.outcome.seconds ? b : a));
  const beside = (one: (typeof outcomes)[number]): number => one.outcome.mb - one.size;
  const heaviest = outcomes.reduce((a, b) => (beside(b) > beside(a) ? b : a));
  printFigure(
    'files.faults',
    faults.length,
    `of ${outcomes.length} files crashed, or were refused without a sentence`,
    '0',
  );
  printFigure('files.slowest_s', slowest.outcome.seconds, `s of processor time: ${slowest.name}`, '< 2');
  printFigure('files.peak_mb', beside(heaviest), `MB beside the file's own size: ${heaviest.name}`, '< 300');
}

/** A process that ends without an answer has crashed. */
const asked = (child: ChildProcess, file: string, path: string): Promise<Outcome> =>
  new Promise((resolve) => {
    const crashed = (): void => resolve({ seconds: 0, mb: 0, fault: 'the process ended' });
    child.once('exit', crashed);
    child.once('message', (outcome: Outcome) => {
      child.off('exit', crashed);
      resolve(outcome);
    });
    child.send({ file, path });
  });
