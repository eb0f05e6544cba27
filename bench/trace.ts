import type { Browser, Page } from '@playwright/test';
import { quantile } from './figures.ts';

interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly pid: number;
  readonly tid: number;
  /** Microseconds: when it began, how long it lasted, and the thread's processor time. */
  readonly ts: number;
  readonly dur?: number;
  readonly tdur?: number;
  readonly args: { readonly name?: string };
}

/**
 * Processor time of each task that a gesture gives the page's main thread, ms: unlike the time between frames it says the same on a
 * busy machine. Without `Commit`, in which a browser that has no graphics processor paints and copies whole canvases (3 to 7 ms a frame): one
 * that has spends 0.2 ms there.
 */
export const mainThreadTasks = (browser: Browser, page: Page, gesture: () => Promise<void>): Promise<number[]> =>
  tasksOf('CrRendererMain', browser, page, gesture);

/** The same of the worker that has most to do. */
export const workerTasks = (browser: Browser, page: Page, gesture: () => Promise<void>): Promise<number[]> =>
  tasksOf('DedicatedWorker thread', browser, page, gesture);

/** Processor time of each task of the busiest thread of a name, ms: a page in reserve has a main thread too, with nothing to do. */
async function tasksOf(name: string, browser: Browser, page: Page, gesture: () => Promise<void>): Promise<number[]> {
  await browser.startTracing(page, { categories: ['__metadata', 'disabled-by-default-devtools.timeline'] });
  await gesture();
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: TraceEvent[] };
  const threadOf = ({ pid, tid }: TraceEvent): string => `${pid} ${tid}`;
  const ofThread = (thread: string, of: string): TraceEvent[] =>
    traceEvents.filter((one) => one.name === of && one.ph === 'X' && threadOf(one) === thread);
  const byThread = traceEvents
    .filter((one) => one.name === 'thread_name' && one.args.name === name)
    .map((one) => tasksWithout(ofThread(threadOf(one), 'RunTask'), ofThread(threadOf(one), 'Commit')));
  const busiest = byThread.toSorted((a, b) => sum(b) - sum(a))[0];
  if (!busiest) throw new Error(`the trace has no thread called ${name}`);
  return busiest;
}

function tasksWithout(tasks: readonly TraceEvent[], parts: readonly TraceEvent[]): number[] {
  const inOrder = parts.toSorted((a, b) => a.ts - b.ts);
  let next = 0;
  return tasks
    .toSorted((a, b) => a.ts - b.ts)
    .map(({ ts, dur = 0, tdur = 0 }) => {
      let left = tdur;
      while (next < inOrder.length && inOrder[next]!.ts < ts + dur) left -= inOrder[next++]!.tdur ?? 0;
      return left / 1000;
    });
}

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);

export const A_STEP = 'ms of the main thread’s processor time a step of the pointer';

/** The median, of some repeats of a gesture, of its main thread's processor time a step, ms. */
export async function msAStep(
  browser: Browser,
  page: Page,
  steps: number,
  gesture: (steps: number) => Promise<void>,
  repeats = 3,
): Promise<number> {
  const found: number[] = [];
  for (let i = 0; i < repeats; i++) found.push(sum(await mainThreadTasks(browser, page, () => gesture(steps))) / steps);
  return quantile(found, 0.5);
}
