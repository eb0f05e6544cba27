import { readFileSync } from 'node:fs';
import { readFile } from '../../server/src/work/read-design.ts';
import { Refusal } from '../../server/src/refusal.ts';

/** What came of reading one file. */
export interface Outcome {
  /** Processor time, s. */
  readonly seconds: number;
  /** The most that the process held, beyond what it held before it read anything, MB. */
  readonly mb: number;
  /** What was wrong, where it wasn't refused with a sentence; null where all was well. */
  readonly fault: string | null;
}

const USUAL =
  '<svg width="90mm" height="90mm" viewBox="0 0 90 90"><path d="M0 0C9 9 30 9 50 50H9z" stroke="red"/></svg>';
readFile({ file: 'first.svg', source: new TextEncoder().encode(USUAL), answers: {} });
const before = process.memoryUsage().rss;

/** Reads files, each named by the parent with where it lies, and says what came of it. */
process.on('message', ({ file, path }: { readonly file: string; readonly path: string }) => {
  const source = new Uint8Array(readFileSync(path));
  const start = process.cpuUsage();
  const fault = faultOf(file, source);
  const { user, system } = process.cpuUsage(start);
  const most = process.resourceUsage().maxRSS * 1024;
  process.send!({ seconds: (user + system) / 1e6, mb: (most - before) / 1e6, fault } satisfies Outcome);
});

function faultOf(file: string, source: Uint8Array): string | null {
  try {
    const read = readFile({
      file,
      source,
      answers: { unit: 'mm', columns: [0, 1], exchanged: false, taken: [] },
    });
    if (read.question) return 'it is asked about what was answered';
    const { strokes, facts } = read;
    const isSound = strokes.every((stroke) => stroke.every(Number.isFinite)) && Number.isFinite(facts.length);
    return isSound ? null : 'a number that is none';
  } catch (error) {
    return error instanceof Refusal && /[.!?]$/.test(error.message) ? null : String(error);
  }
}
