import type { TaskInput, TaskName, TaskResult } from './tasks.ts';
import { WorkDesk } from './work-desk.ts';

/** Longest that reading one file may take, ms; an honest one of 20 MB takes two seconds. */
const LONGEST = 5_000;
/** Files of more bytes than this are large. */
const LARGE = 1_000_000;

/** Two threads that read files: all large ones in one of them, one after the other, so that they never hold up the small ones. */
export class ReadingDesk {
  private readonly large: WorkDesk;
  private readonly small: WorkDesk;
  private readonly waiting = { large: 0, small: 0 };

  /** `longest`: ms that one file may take. */
  constructor(longest = LONGEST) {
    this.large = new WorkDesk(longest);
    this.small = new WorkDesk(longest);
  }

  /** As a `WorkDesk` does; of bytes, where the task has any. */
  async run<N extends TaskName>(name: N, input: TaskInput<N>, bytes: number): Promise<TaskResult<N>> {
    const isIdle = this.waiting.large === 0 && this.waiting.small > 0;
    const which = bytes > LARGE || isIdle ? 'large' : 'small';
    this.waiting[which]++;
    try {
      return await this[which].run(name, input);
    } finally {
      this.waiting[which]--;
    }
  }

  close(): void {
    this.large.close();
    this.small.close();
  }
}
