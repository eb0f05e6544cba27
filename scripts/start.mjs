import { existsSync } from 'node:fs';
import { hold, SERVER } from './lib.mjs';

if (!existsSync(SERVER)) {
  console.error('Gorse is not built yet. Run `npm run build` first, or `npm run demo`, which does it all.');
  process.exit(1);
}
process.exit(await hold('node', ['--enable-source-maps', SERVER]));
