import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from './chromium.mjs';
import { install, run } from './lib.mjs';

/** Everything that must hold before a change lands; goes through all of it and ends with the counts. */
install();
const reports = mkdtempSync(join(tmpdir(), 'gorse-test-'));
const unitReport = join(reports, 'unit.json');
const browserReport = join(reports, 'browser.json');
let passed = 0;
let failed = 0;

const step = (name, work) => {
  console.log(`\n— ${name}`);
  const began = Date.now();
  const good = work();
  console.log(`  ${Math.round((Date.now() - began) / 1000)} s`);
  if (good) passed += 1;
  else failed += 1;
  return good;
};
const counted = (report, count) => {
  if (!existsSync(report)) return;
  const found = count(JSON.parse(readFileSync(report, 'utf8')));
  passed += found.passed;
  failed += found.failed;
};

step('format', () => run('prettier', ['--check', '--log-level', 'warn', '.']) === 0);
step('lint', () => run('eslint', ['.', '--max-warnings', '0']) === 0);
step('types', () => run('tsc', ['-p', 'tsconfig.json']) === 0 && run('tsc', ['-p', 'web/tsconfig.json']) === 0);
step(
  'arrows',
  () =>
    run('depcruise', ['--config', '.dependency-cruiser.cjs', 'core/src', 'contract/src', 'server/src', 'web/src']) ===
    0,
);
step(
  'unit and server tests',
  () => run('vitest', ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unitReport}`]) === 0,
);
counted(unitReport, (report) => ({ passed: report.numPassedTests, failed: report.numFailedTests }));
if (step('build', () => run('node', ['scripts/build.mjs']) === 0)) {
  const env = { GORSE_CHROMIUM: chromium(), PLAYWRIGHT_JSON_OUTPUT_NAME: browserReport };
  step(
    'browser tests',
    () => run('playwright', ['test', '--config', 'e2e/playwright.config.ts', '--reporter=list,json'], env) === 0,
  );
  counted(browserReport, (report) => ({ passed: report.stats.expected, failed: report.stats.unexpected }));
}
rmSync(reports, { recursive: true, force: true });
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
