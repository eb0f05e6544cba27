import { build } from 'esbuild';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib.mjs';

/** Packages that read files of their own beside them, or load others as they run. The rest is bundled: one file starts faster than a thousand. */
const OUTSIDE = ['@electric-sql/pglite', 'pg', 'pdfkit', 'pino', 'pino-http'];

// Parts are named by their content: those of the build before would stay.
rmSync(join(ROOT, 'server/dist'), { recursive: true, force: true });

/** The server, its working thread, the gate and the stand-in, a file each. */
await build({
  absWorkingDir: ROOT,
  entryPoints: [
    'server/src/main.ts',
    'server/src/work/work-worker.ts',
    'server/src/gate/gate-process.ts',
    'server/src/stand-in/stand-in-process.ts',
  ],
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
  // There is less to read at every start; names stay, since class-validator tells classes by theirs.
  minifyWhitespace: true,
  minifySyntax: true,
  sourcemap: true,
  tsconfig: 'tsconfig.run.json',
  alias: { '@gorse/core': join(ROOT, 'core/src/index.ts'), '@gorse/contract': join(ROOT, 'contract/src/index.ts') },
  logLevel: 'warning',
});
