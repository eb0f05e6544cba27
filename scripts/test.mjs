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
/** What failed, by name: told once more at the end, where it is looked for. */
const failed = [];

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
  else failed.push(name);
  return code === 0;
};
const counted = (report, count) => {
  if (!existsSync(report)) return;
  const found = count(JSON.parse(readFileSync(report, 'utf8')));
  passed += found.passed;
  failed.push(...found.failed);
};

async function inTheBrowser() {
  if (!(await step('build', [['node', ['scripts/build.mjs']]], false))) return;
  const env = { GORSE_CHROMIUM: chromium(), PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport };
  const tests = ['test', '--config', 'e2e/playwright.config.ts', '--reporter=list,json'];
  await step('browser tests', [['playwright', tests, env]], false);
  const specs = (suite) => [...suite.specs, ...(suite.suites ?? []).flatMap(specs)];
  counted(browserReport, (report) => ({
    passed: report.stats.expected,
    failed: report.suites
      .flatMap(specs)
      .filter(({ ok }) => !ok)
      .map(({ file, title }) => `${file}: ${title}`),
  }));
}

async function unitTests() {
  const unit = ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`];
  await step('unit and server tests', [['vitest', unit]], true);
  counted(unitReport, (report) => ({
    passed: report.numPassedTests,
    failed: report.testResults
      .flatMap(({ assertionResults }) => assertionResults)
      .filter(({ status }) => status === 'failed')
      .map(({ fullName, failureMessages: [message] }) => `${fullName}: ${message?.split('\n')[0]}`),
  }));
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
console.log(`\n${seconds(began)} in all`);
for (const name of failed) console.log(`failed: ${name}`);
console.log(`${passed} passed, ${failed.length} failed`);
process.exit(failed.length === 0 && !isEnded() ? 0 : 1);
