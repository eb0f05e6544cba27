import { spawn } from 'node:child_process';
import { endWithParent, install, must, ROOT, SERVER } from './lib.mjs';

/** Installs what is missing, builds, starts the server with the demo data, prints one address. `--fast` runs the stand-in frame at 20 times speed. */
install();
must('node', ['scripts/build.mjs']);
const { makeDemo } = await import('../demo/make-demo.mjs');

const fast = process.argv.includes('--fast');
const server = spawn('node', ['--enable-source-maps', SERVER], {
  cwd: ROOT,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, ...(fast ? { GORSE_FRAME_SPEED: '20' } : {}) },
});
endWithParent(server);
server.on('exit', (code) => process.exit(code ?? 0));
let isReady = false;
server.stdout.setEncoding('utf8').on('data', (text) => {
  const address = /https?:\/\/\S+/.exec(text)?.[0];
  // Its messages are for the person too; only the first word is taken up below.
  if (isReady || !address) {
    process.stdout.write(text);
    return;
  }
  isReady = true;
  process.stdout.write(text.replace(/^Gorse is at .*\n/, ''));
  makeDemo(address)
    .then(() => console.log(`Gorse is ready, with demo data: ${address}`))
    .catch((error) => {
      console.error('The demo data could not be made:', error.message);
      server.kill('SIGTERM');
    });
});
