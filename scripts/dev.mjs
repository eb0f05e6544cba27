import { hold, install } from './lib.mjs';

install();
const server = hold('node_modules/.bin/tsx', ['watch', '--tsconfig', 'tsconfig.run.json', 'server/src/main.ts'], {
  PORT: process.env.PORT || '4310',
});
const web = hold('node_modules/.bin/vite', ['web']);
process.exit(await Promise.race([server, web]));
