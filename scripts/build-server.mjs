import { build } from 'esbuild';
import { join } from 'node:path';
import { ROOT } from './lib.mjs';

/** The server and its reading thread, a file each; packages stay outside, the workspace's own are bundled in. */
await build({
  absWorkingDir: ROOT,
  entryPoints: ['server/src/main.ts', 'server/src/reading/read-worker.ts'],
  outdir: 'server/dist',
  entryNames: '[name]',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  sourcemap: true,
  tsconfig: 'tsconfig.run.json',
  alias: { '@gorse/core': join(ROOT, 'core/src/index.ts'), '@gorse/contract': join(ROOT, 'contract/src/index.ts') },
  logLevel: 'warning',
});
