import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from './chromium.mjs';
import { install, runBeside } from './lib.mjs';

/**
 * Everything that must hold before a change lands; goes through all of it and ends with the counts. The browser tests run by themselves, one
 * after the other, and all else behind them at a lower priority: what a browser waits for must not be starved.
 */
install();
const reports = mkdtempSync(join(tmpdir(), 'gorse-test-'));
const unitReport = join(reports, 'unit.json');
const browserReport = join(reports, 'browser.json');
const began = Date.now();
let passed = 0;
let failed = 0;

const parent = process.ppid;
let told = false;
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => (told = true));
/** Nothing further is begun. */
const isEnded = () => told || process.ppid !== parent;

const seconds = (since) => `${Math.round((Date.now() - since) / 1000)} s`;
const step = async (name, commands, background) => {
  const since = Date.now();
  if (!background) console.log(`\n— ${name}`);
  let code = 0;
  let said = '';
  for (const [command, args, env] of commands) {
    if (isEnded()) return false;
    const done = await runBeside(command, args, { env, background });
    code ||= done.code;
    said += done.said;
  }
  console.log(`\n— ${name}: ${seconds(since)}\n${said}`.trimEnd());
  if (code === 0) passed += 1;
  else failed += 1;
  return code === 0;
};
const counted = (report, count) => {
  if (!existsSync(report)) return;
  const found = count(JSON.parse(readFileSync(report, 'utf8')));
  passed += found.passed;
  failed += found.failed;
};

async function inTheBrowser() {
  if (!(await step('build', [['node', ['scripts/build.mjs']]], false))) return;
  const env = { GORSE_CHROMIUM: chromium(), PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport };
  const tests = ['test', '--config', 'e2e/playwright.config.ts', '--reporter=list,json'];
  await step('browser tests', [['playwright', tests, env]], false);
  counted(browserReport, (report) => ({ passed: report.stats.expected, failed: report.stats.unexpected }));
}

async function unitTests() {
  const unit = ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`];
  await step('unit and server tests', [['vitest', unit]], true);
  counted(unitReport, (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests }));
}

async function reading() {
  for (const [name, ...commands] of [
    ['format', ['prettier', ['--check', '--log-level', 'warn', '.']]],
    ['arrows', ['npm', ['run', '--silent', 'arrows']]],
    ['types', ['tsc', ['-p', 'tsconfig.json']], ['tsc', ['-p', 'web/tsconfig.json']]],
    ['lint', ['eslint', ['.', '--max-warnings', '0']]],
  ])
    await step(name, commands, true);
}

await Promise.all([inTheBrowser(), unitTests(), reading()]);
rmSync(reports, { recursive: true, force: true });
console.log(`\n${seconds(began)} in all\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && !isEnded() ? 0 : 1);
