import { type Remote, wrap } from 'comlink';
import type { LibraryWorker } from './library-worker.ts';

let remote: Remote<LibraryWorker> | null = null;

/** The worker that draws, analyses and edits designs. */
export const library = (): Remote<LibraryWorker> =>
  (remote ??= wrap<LibraryWorker>(new Worker(new URL('./library-worker.ts', import.meta.url), { type: 'module' })));
