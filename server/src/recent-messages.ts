import type { MessageAnswer } from '@gorse/contract';
import { homedir, hostname, userInfo } from 'node:os';
import { pino } from 'pino';

/** Messages that are remembered, and how long each may be. */
const KEPT = 500;
const LONGEST = 8000;

/** The last messages, without what tells whose machine it is. */
export class RecentMessages {
  private lines: readonly string[] = [];
  private readonly personal: readonly (readonly [what: string, instead: string])[] = [
    [homedir(), '~'],
    [process.cwd(), '.'],
    [hostname(), 'host'],
    [userInfo().username, 'user'],
  ];

  write(line: string): void {
    // The longest first: the folder may hold the name.
    const clean = this.personal
      .filter(([what]) => what.length > 2)
      .reduce((text, [what, instead]) => text.replaceAll(what, instead), line.slice(0, LONGEST));
    this.lines = [...this.lines.slice(1 - KEPT), clean];
  }

  /** Newest first. */
  list(): readonly MessageAnswer[] {
    return this.lines.toReversed().map((line) => {
      try {
        const { time, level, msg, err } = JSON.parse(line) as Partial<Record<string, unknown>> & {
          readonly err?: { readonly message?: unknown };
        };
        const details = typeof err?.message === 'string' ? err.message : '';
        return {
          at: Number(time),
          level: pino.levels.labels[Number(level)] ?? 'info',
          text: [typeof msg === 'string' ? msg : '', details].filter(Boolean).join(': '),
        };
      } catch {
        return { at: Date.now(), level: 'info', text: line };
      }
    });
  }

  /** As a file to send to somebody who helps: oldest first, with what Gorse runs on. */
  text(version: string): string {
    const about = `Gorse ${version}, Node ${process.version}, ${process.platform} ${process.arch}`;
    return [about, ...this.lines.map((line) => line.trimEnd())].join('\n');
  }
}
