import { type Remote, wrap } from 'comlink';
import type { LibraryWorker } from './library-worker.ts';

const start = (): Worker => new Worker(new URL('./library-worker.ts', import.meta.url), { type: 'module' });

let remote: Remote<LibraryWorker> | null = null;

/** The worker that draws, analyses and edits designs. */
export const library = (): Remote<LibraryWorker> => (remote ??= wrap<LibraryWorker>(start()));

/** Does one thing that may take long in a worker of its own, which ends with it, or when it is given up. */
export async function besideLibrary<T>(
  work: (library: Remote<LibraryWorker>) => Promise<T>,
  signal: AbortSignal,
): Promise<T> {
  const worker = start();
  const ended = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('given up', 'AbortError')));
    worker.onerror = () => reject(new Error('This is more than the browser’s memory holds. Simplify the line first.'));
  });
  try {
    return await Promise.race([work(wrap<LibraryWorker>(worker)), ended]);
  } finally {
    worker.terminate();
  }
}
