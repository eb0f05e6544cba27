import { type Remote, wrap } from 'comlink';
import type { PhotoWorker } from './photo-worker.ts';

let remote: Remote<PhotoWorker> | null = null;

/** The worker that opens photos, looks at them from straight above, and finds edges in them. */
export const photos = (): Remote<PhotoWorker> =>
  (remote ??= wrap<PhotoWorker>(new Worker(new URL('./photo-worker.ts', import.meta.url), { type: 'module' })));
