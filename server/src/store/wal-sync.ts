import { type FileHandle, open, readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';

/**
 * PGlite writes its log but never asks the disk to keep it, so a power cut could lose acknowledged edits. This syncs every segment of the
 * write-ahead log that was written since the last sync (recycled segments bear later names, so the name alone doesn't tell the newest),
 * and after a checkpoint, which may drop log that the tables still need, the whole folder.
 */
export class WalSync {
  private readonly synced = new Map<string, number>();
  /** The last one that is on the disk. Of what opening the folder wrote, recovery among it, nothing is until the first sync. */
  private checkpoint: number | null = null;
  private running: Promise<void> = Promise.resolve();
  private next: Promise<void> | null = null;

  constructor(private readonly folder: string) {}

  /** Resolves when all that was committed before is on the disk. Whoever asks during one sync shares the next: one for many commits. */
  sync(): Promise<void> {
    this.next ??= this.running
      .catch(() => undefined)
      .then(() => {
        this.running = this.next!;
        this.next = null;
        return this.syncNow();
      });
    return this.next;
  }

  private async syncNow(): Promise<void> {
    const log = join(this.folder, 'pg_wal');
    for (const name of await readdir(log)) {
      if (!/^[0-9A-F]{24}$/.test(name)) continue;
      await this.syncSegment(name, join(log, name)).catch(unlessGone);
    }
    const checkpoint = await this.lastCheckpoint();
    if (checkpoint === this.checkpoint) return;
    await syncFolder(this.folder);
    this.checkpoint = checkpoint;
  }

  private async syncSegment(name: string, path: string): Promise<void> {
    const { mtimeMs } = await stat(path);
    if (this.synced.get(name) === mtimeMs && Date.now() - mtimeMs > CLOCK_GRAIN) return;
    await withFile(path, (file) => file.datasync());
    this.synced.set(name, mtimeMs);
  }

  /** Each checkpoint writes the control file. */
  private async lastCheckpoint(): Promise<number> {
    return (await stat(join(this.folder, 'global', 'pg_control'))).mtimeMs;
  }
}

/** A file written twice within this many ms may keep its time. */
const CLOCK_GRAIN = 2000;

/** Asks the disk to keep every file of a folder and the folders themselves: after recovery and at close. */
export async function syncFolder(folder: string): Promise<void> {
  for (const entry of await readdir(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) await syncFolder(path);
    else if (entry.isFile()) await withFile(path, (file) => file.sync()).catch(unlessGone);
  }
  await withFile(folder, (file) => file.sync());
}

/** The database goes on meanwhile: a segment goes only after a checkpoint, which is synced whole. */
function unlessGone(error: unknown): void {
  if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
}

async function withFile(path: string, work: (file: FileHandle) => Promise<void>): Promise<void> {
  const file = await open(path, 'r');
  try {
    await work(file);
  } finally {
    await file.close();
  }
}
