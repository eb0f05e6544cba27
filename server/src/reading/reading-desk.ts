import { Worker } from 'node:worker_threads';
import type { ReadFault, ReadOutcome, ReadResult, ReadTask } from './read-task.ts';

/** Longest that one design may take, ms: 20 MB of honest lines need a few seconds. */
const LONGEST = 25_000;
const MOST_MEMORY_MB = 1024;

const TOO_LONG = 'This takes too long to read. Simplify the drawing or save its parts as separate files.';
const TOO_LARGE = 'This needs too much memory to read. Simplify the drawing or save its parts as separate files.';

/** What went wrong with the file or the edits, as a sentence for the person. */
export class ReadRefused extends Error {
  override readonly name = 'ReadRefused';
  constructor(readonly fault: ReadFault) {
    super(fault.message);
  }
}

/** A task under way: whoever waits for it, and the clock that ends it. */
interface UnderWay {
  readonly resolve: (result: ReadResult) => void;
  readonly reject: (error: Error) => void;
  readonly timer: NodeJS.Timeout;
}

/** Does reading tasks one after the other in a thread of their own, bounded in time and memory. */
export class ReadingDesk {
  private worker: Worker | null = null;
  private underWay: UnderWay | null = null;
  private queue: Promise<unknown> = Promise.resolve();

  /** `longest`: ms that a task may take. */
  constructor(private readonly longest = LONGEST) {}

  /** Throws `ReadRefused` when the file or the edits are at fault. */
  run(task: ReadTask): Promise<ReadResult> {
    const done = this.queue.then(() => this.work(task));
    this.queue = done.catch(() => undefined);
    return done;
  }

  close(): void {
    this.end(new ReadRefused({ message: 'Gorse is closing. Read the file again when it is back.', line: null }));
  }

  private work(task: ReadTask): Promise<ReadResult> {
    const worker = (this.worker ??= this.start());
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => this.end(new ReadRefused({ message: TOO_LONG, line: null })), this.longest);
      this.underWay = { resolve, reject, timer };
      worker.postMessage(task);
    });
  }

  private start(): Worker {
    const worker = startWorker();
    worker.on('message', (outcome: ReadOutcome) => {
      const task = this.settled();
      if ('result' in outcome) task?.resolve(outcome.result);
      else task?.reject(new ReadRefused(outcome.fault));
    });
    worker.on('error', (error) => {
      const { code } = error as NodeJS.ErrnoException;
      this.end(code === 'ERR_WORKER_OUT_OF_MEMORY' ? new ReadRefused({ message: TOO_LARGE, line: null }) : error);
    });
    return worker;
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
    if (task) clearTimeout(task.timer);
    return task;
  }
}

/** Bundled, the worker lies beside the server; run as it is written, it needs the loader that tests and `npm run dev` use. */
function startWorker(): Worker {
  const limits = { resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB } };
  const worker = import.meta.url.endsWith('.ts')
    ? new Worker(fromSource(new URL('./read-worker.ts', import.meta.url)), { ...limits, eval: true })
    : new Worker(new URL('./read-worker.js', import.meta.url), limits);
  worker.unref();
  return worker;
}

const fromSource = (file: URL): string =>
  `import('tsx/esm/api').then((tsx) => { tsx.register(); return import(${JSON.stringify(file.href)}); });`;
