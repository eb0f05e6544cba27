import {
  existsSync,
  linkSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { connect, createServer } from 'node:net';
import { join, relative } from 'node:path';
import { nanoid } from 'nanoid';
import { CannotStart } from '../cannot-start.ts';

interface Holder {
  readonly pid: number;
  /** When that process started, so that a reused pid isn't taken for it; null where the system doesn't tell. */
  readonly startedAt: string | null;
  /** Within what its pid counts: containers on one folder each have a process 1; null where the system has no such spaces. */
  readonly space?: string | null;
  /** The socket that it listens on for as long as it lives, in the folder; null where the folder can hold none. */
  readonly socket: string | null;
}

/**
 * Takes a data folder for this process, for as long as it lives. Locks are numbered: whoever adds the next number (a hard link, so it
 * appears whole and only once) while the highest one's holder is dead has the folder. A holder never removes its own lock: the next
 * taker finds it dead. So two takers of one stale lock can't both win, and a crash at any point leaves nothing to mend.
 * Whether a holder in another container lives is told by its socket, which the system closes with the process.
 * Throws `CannotStart` with the holder's process id, or why nothing can be written there. `space` is what pids count in.
 */
export async function lockFolder(folder: string, space = pidSpace()): Promise<void> {
  const draft = join(folder, `lock.draft.${nanoid()}`);
  const writes = (work: () => void): void => {
    try {
      work();
    } catch (error) {
      throw unwritable(folder, error as NodeJS.ErrnoException);
    }
  };
  writes(() => mkdirSync(folder, { recursive: true }));
  const socket = await listenIn(folder);
  const me: Holder = { pid: process.pid, startedAt: startOf(process.pid), space, socket };
  writes(() => writeFileSync(draft, JSON.stringify(me)));
  let won = false;
  try {
    while (!won) {
      const highest = lockNumbers(folder).at(-1) ?? 0;
      if (highest > 0) await refuseIfAlive(folder, highest, space);
      const mine = highest + 1;
      if (!tryLink(draft, lockPath(folder, mine))) continue;
      const numbers = lockNumbers(folder);
      won = numbers.at(-1) === mine;
      if (won) for (const old of numbers.slice(0, -1)) removeLock(folder, old);
      else rmSync(lockPath(folder, mine), { force: true });
    }
  } finally {
    rmSync(draft, { force: true });
    if (socket !== null) {
      const remove = (): void => rmSync(join(folder, socket), { force: true });
      if (won) process.once('exit', remove);
      else remove();
    }
  }
}

const unwritable = (folder: string, { code, message }: NodeJS.ErrnoException): CannotStart =>
  new CannotStart(
    `Gorse can't write in the data folder ${folder} (${code ?? message}). Let it write there, make room on the disk, or set GORSE_DATA to another folder.`,
  );

/** A socket file that answers as long as this process lives; its name, or null where there can be none. */
async function listenIn(folder: string): Promise<string | null> {
  const name = `alive.${nanoid()}`;
  const server = createServer((socket) => socket.destroy());
  return new Promise((resolve) => {
    server.once('error', () => resolve(null));
    server.listen(shortPath(folder, name), () => {
      server.unref();
      resolve(name);
    });
  });
}

/** The address of a socket may have about a hundred characters; the way from here is often the shorter one. */
function shortPath(folder: string, name: string): string {
  const path = join(folder, name);
  const way = relative(process.cwd(), path);
  return way.length < path.length ? way : path;
}

const answers = (folder: string, name: string): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = connect(shortPath(folder, name));
    socket.once('connect', () => {
      socket.destroy();
      resolve(true);
    });
    socket.once('error', () => resolve(false));
  });

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

const holderOf = (folder: string, number: number): Holder | null => {
  try {
    return JSON.parse(readFileSync(lockPath(folder, number), 'utf8')) as Holder;
  } catch {
    return null; // Removed by a newer holder in the meantime, or emptied by a power cut: the next round sees which.
  }
};

function removeLock(folder: string, number: number): void {
  const socket = holderOf(folder, number)?.socket;
  if (typeof socket === 'string' && /^alive\.[\w-]+$/.test(socket)) rmSync(join(folder, socket), { force: true });
  rmSync(lockPath(folder, number), { force: true });
}

async function refuseIfAlive(folder: string, number: number, space: string | null): Promise<void> {
  const holder = holderOf(folder, number);
  if (holder === null) return;
  const here = (holder.space ?? space) === space;
  if (here && isSame(holder))
    throw new CannotStart(
      `Another Gorse server (process ${holder.pid}) is using the data folder ${folder}. Stop it first, or set GORSE_DATA to another folder.`,
    );
  if (!here && (holder.socket === null || (await answers(folder, holder.socket))))
    throw new CannotStart(
      `Another Gorse server, in another container, is using the data folder ${folder}. Stop it first, or set GORSE_DATA to another folder.${holder.socket === null ? ` If none is running, remove the file lock.${number} in it.` : ''}`,
    );
}

const isSame = ({ pid, startedAt }: Holder): boolean =>
  isAlive(pid) && (startedAt === null || startedAt === startOf(pid));

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

/** Linux: what this process's pid counts in, of this start of the machine. */
function pidSpace(): string | null {
  try {
    const boot = readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
    return `${boot} ${readlinkSync('/proc/self/ns/pid')}`;
  } catch {
    return null;
  }
}
