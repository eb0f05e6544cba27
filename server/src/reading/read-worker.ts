import { parentPort } from 'node:worker_threads';
import { type ReadTask, runReadTask } from './read-task.ts';

/** The thread that reads: a file that takes too long or too much memory ends this thread, never the server. */
parentPort!.on('message', (task: ReadTask) => {
  const outcome = runReadTask(task);
  parentPort!.postMessage(outcome);
});
