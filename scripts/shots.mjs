import { chromium } from './chromium.mjs';
import { install, must } from './lib.mjs';

/** Makes docs/screenshots from the demo data. */
install();
must('node', ['scripts/build.mjs']);
must('tsx', ['--tsconfig', 'tsconfig.run.json', 'e2e/shots.ts'], { GORSE_CHROMIUM: chromium() });
