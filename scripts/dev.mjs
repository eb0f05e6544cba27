import { hold, install } from './lib.mjs';

install();
const PAGES = '5173';
const server = hold('node_modules/.bin/tsx', ['watch', '--tsconfig', 'tsconfig.run.json', 'server/src/main.ts'], {
  PORT: process.env.PORT || '4310',
  GORSE_PAGE_PORT: PAGES,
});
const web = hold('node_modules/.bin/vite', ['web', '--port', PAGES, '--strictPort']);
process.exit(await Promise.race([server, web]));
