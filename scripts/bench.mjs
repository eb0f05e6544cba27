import { chromium } from './chromium.mjs';
import { install, must } from './lib.mjs';

/** Prints one JSON line a figure. */
install();
must('node', ['scripts/build.mjs']);
must('tsx', ['--tsconfig', 'tsconfig.run.json', 'bench/main.ts', ...process.argv.slice(2)], {
  GORSE_CHROMIUM: chromium(),
});
