import { parentPort } from 'node:worker_threads';
import { Refusal } from '../refusal.ts';
import { type FromWorker, type Outcome, TASKS, type TaskName } from './tasks.ts';

/** The thread that works: what takes too long or too much memory ends this thread, never the server. */
parentPort!.on('message', ({ name, input }: { readonly name: TaskName; readonly input: never }) => {
  parentPort!.postMessage('begun' satisfies FromWorker);
  void outcomeOf(name, input).then((outcome) => parentPort!.postMessage(outcome satisfies FromWorker));
});

async function outcomeOf(name: TaskName, input: never): Promise<Outcome> {
  try {
    return { result: await TASKS[name](input) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    const { code, message, details } = error;
    return { refusal: { code, message, details } };
  }
}
