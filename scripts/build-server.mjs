import { build } from 'esbuild';
import { join } from 'node:path';
import { ROOT } from './lib.mjs';

/** Packages that read files of their own beside them, or load others as they run. The rest is bundled: one file starts faster than a thousand. */
const OUTSIDE = ['@electric-sql/pglite', 'pg', 'pdfkit', 'pino', 'pino-http'];

/** The server and its reading thread, a file each. */
await build({
  absWorkingDir: ROOT,
  entryPoints: ['server/src/main.ts', 'server/src/reading/read-worker.ts'],
  outdir: 'server/dist',
  entryNames: '[name]',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  splitting: true,
  chunkNames: 'part-[hash]',
  external: OUTSIDE,
  // What was written for `require` finds it.
  banner: {
    js: "import { createRequire as makeRequire } from 'node:module'; const require = makeRequire(import.meta.url);",
  },
  sourcemap: true,
  tsconfig: 'tsconfig.run.json',
  alias: { '@gorse/core': join(ROOT, 'core/src/index.ts'), '@gorse/contract': join(ROOT, 'contract/src/index.ts') },
  logLevel: 'warning',
});
