import { existsSync, linkSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

interface Holder {
  readonly pid: number;
  /** When that process started, so that a reused pid isn't taken for it; null where the system doesn't tell. */
  readonly startedAt: string | null;
}

/** Another running server has the folder. */
export class FolderInUse extends Error {
  override readonly name = 'FolderInUse';
}

/**
 * Takes a data folder for this process, for as long as it lives. Locks are numbered: whoever adds the next number (a hard link, so it
 * appears whole and only once) while the highest one's holder is dead has the folder. A holder never removes its own lock: the next
 * taker finds it dead. So two takers of one stale lock can't both win, and a crash at any point leaves nothing to mend.
 * Throws `FolderInUse` with the holder's process id.
 */
export function lockFolder(folder: string): void {
  mkdirSync(folder, { recursive: true });
  const draft = join(folder, `lock.draft.${process.pid}`);
  const me: Holder = { pid: process.pid, startedAt: startOf(process.pid) };
  writeFileSync(draft, JSON.stringify(me));
  try {
    for (;;) {
      const highest = lockNumbers(folder).at(-1) ?? 0;
      if (highest > 0) refuseIfAlive(folder, highest);
      const mine = highest + 1;
      if (!tryLink(draft, lockPath(folder, mine))) continue;
      const numbers = lockNumbers(folder);
      if (numbers.at(-1) !== mine) {
        rmSync(lockPath(folder, mine), { force: true });
        continue;
      }
      for (const old of numbers.slice(0, -1)) rmSync(lockPath(folder, old), { force: true });
      return;
    }
  } finally {
    rmSync(draft, { force: true });
  }
}

const lockPath = (folder: string, number: number): string => join(folder, `lock.${number}`);

const lockNumbers = (folder: string): number[] =>
  readdirSync(folder)
    .flatMap((name) => /^lock\.(\d+)$/.exec(name)?.[1] ?? [])
    .map(Number)
    .sort((a, b) => a - b);

function tryLink(from: string, to: string): boolean {
  try {
    linkSync(from, to);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EEXIST') return false;
    throw error;
  }
}

function refuseIfAlive(folder: string, number: number): void {
  let holder: Holder;
  try {
    holder = JSON.parse(readFileSync(lockPath(folder, number), 'utf8')) as Holder;
  } catch {
    return; // Removed by a newer holder in the meantime, or emptied by a power cut: the next round sees which.
  }
  const same = isAlive(holder.pid) && (holder.startedAt === null || holder.startedAt === startOf(holder.pid));
  if (same) {
    throw new FolderInUse(
      `Another Gorse server (process ${holder.pid}) is using the data folder ${folder}. Stop it first, or set GORSE_DATA to another folder.`,
    );
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Linux: field 22 of /proc/PID/stat. */
function startOf(pid: number): string | null {
  const path = `/proc/${pid}/stat`;
  if (!existsSync(path)) return null;
  try {
    return (
      readFileSync(path, 'utf8')
        .replace(/^.*\) /s, '')
        .split(' ')[19] ?? null
    );
  } catch {
    return null;
  }
}
