import { Worker } from 'node:worker_threads';
import { Refusal } from '../refusal.ts';
import type { FromWorker, TaskInput, TaskName, TaskResult } from './tasks.ts';

/** Longest that one task may take, ms: 20 MB of honest lines need a few seconds. */
const LONGEST = 25_000;
const MOST_MEMORY_MB = 1024;

/** What to make smaller, for tasks on a design's lines and for those on a whole quilt. */
const DESIGN = 'Simplify the drawing or save its parts as separate files.';
const QUILT = 'Make the rows or repeats fewer or larger, or use a design with a simpler line.';
const SMALLER: Readonly<Record<TaskName, string>> = {
  ...{ read: DESIGN, readMap: DESIGN, edit: DESIGN, designFile: DESIGN },
  ...{
    quiltFile: QUILT,
    rowSheet: QUILT,
    passSheets: QUILT,
    shoppingSheet: QUILT,
    stitchPlan: QUILT,
    layAgain: QUILT,
    plannedLines: QUILT,
    stitchedLines: QUILT,
    drawnPatches: QUILT,
  },
};

/** A task under way: whoever waits for it, and the clock that ends it, which goes from when the thread has begun it. */
interface UnderWay {
  readonly name: TaskName;
  readonly resolve: (result: never) => void;
  readonly reject: (error: Error) => void;
  timer?: NodeJS.Timeout;
}

/** Does tasks one after the other in a thread of their own, bounded in time and memory. */
export class WorkDesk {
  private worker: Worker | null = null;
  private underWay: UnderWay | null = null;
  private queue: Promise<unknown> = Promise.resolve();
  private closed = false;

  /** `longest`: ms that a task may take. */
  constructor(private readonly longest = LONGEST) {}

  /**
   * Throws `Refusal` when what was asked for can't be done, takes too long or too much memory, or is wanted no longer: `signal` gives it up
   * wherever it stands.
   */
  run<N extends TaskName>(name: N, input: TaskInput<N>, signal?: AbortSignal): Promise<TaskResult<N>> {
    const done = this.queue.then(() => this.work(name, input, signal));
    this.queue = done.catch(() => undefined);
    return done;
  }

  close(): void {
    this.closed = true;
    this.end(CLOSING);
  }

  private work<N extends TaskName>(name: N, input: TaskInput<N>, signal?: AbortSignal): Promise<TaskResult<N>> {
    if (this.closed) return Promise.reject(CLOSING);
    if (signal?.aborted) return Promise.reject(CANCELLED);
    const worker = (this.worker ??= this.start());
    const cancel = (): void => this.end(CANCELLED);
    signal?.addEventListener('abort', cancel);
    return new Promise<TaskResult<N>>((resolve, reject) => {
      this.underWay = { name, resolve, reject };
      worker.postMessage({ name, input });
    }).finally(() => signal?.removeEventListener('abort', cancel));
  }

  private start(): Worker {
    const worker = startWorker();
    worker.on('message', (outcome: FromWorker) => {
      // What a thread that was given up still says is nobody's any more.
      if (worker !== this.worker) return;
      if (outcome === 'begun') {
        this.clock();
        return;
      }
      const task = this.settled();
      if ('result' in outcome) task?.resolve(outcome.result as never);
      else task?.reject(new Refusal(outcome.refusal.code, outcome.refusal.message, outcome.refusal.details));
    });
    worker.on('error', (error) => {
      const { code } = error as NodeJS.ErrnoException;
      const name = this.underWay?.name;
      this.end(code === 'ERR_WORKER_OUT_OF_MEMORY' && name ? tooMuch('memory', name) : error);
    });
    return worker;
  }

  private clock(): void {
    const task = this.underWay;
    if (task) task.timer = setTimeout(() => this.end(tooMuch('time', task.name)), this.longest);
  }

  /** Gives the thread up, with what it was doing; the next task starts another. */
  private end(why: Error): void {
    void this.worker?.terminate();
    this.worker = null;
    this.settled()?.reject(why);
  }

  private settled(): UnderWay | null {
    const task = this.underWay;
    this.underWay = null;
    clearTimeout(task?.timer);
    return task;
  }
}

const CANCELLED = new Refusal('unavailable', 'This was cancelled.');
const CLOSING = new Refusal('unavailable', 'Gorse is closing. Try again when it is back.');

const tooMuch = (what: 'time' | 'memory', name: TaskName): Refusal =>
  new Refusal('tooLarge', `This takes too much ${what}. ${SMALLER[name]}`);

/** Bundled, the worker lies beside the server; run as it is written, it needs the loader that tests and `npm run dev` use. */
function startWorker(): Worker {
  const limits = { resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB } };
  const worker = import.meta.url.endsWith('.ts')
    ? new Worker(fromSource(new URL('./work-worker.ts', import.meta.url)), { ...limits, eval: true })
    : new Worker(new URL('./work-worker.js', import.meta.url), limits);
  worker.unref();
  return worker;
}

const fromSource = (file: URL): string =>
  `import('tsx/esm/api').then((tsx) => { tsx.register(); return import(${JSON.stringify(file.href)}); });`;
