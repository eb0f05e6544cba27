import { closeSync, fdatasyncSync, fsyncSync, openSync, readdirSync, statSync } from 'node:fs';
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

  constructor(private readonly folder: string) {}

  /** Returns when all that was committed before is on the disk. */
  sync(): void {
    const log = join(this.folder, 'pg_wal');
    for (const name of readdirSync(log)) {
      if (!/^[0-9A-F]{24}$/.test(name)) continue;
      const path = join(log, name);
      const { mtimeMs } = statSync(path);
      if (this.synced.get(name) === mtimeMs && Date.now() - mtimeMs > CLOCK_GRAIN) continue;
      withFile(path, fdatasyncSync);
      this.synced.set(name, mtimeMs);
    }
    const checkpoint = this.lastCheckpoint();
    if (checkpoint === this.checkpoint) return;
    syncFolder(this.folder);
    this.checkpoint = checkpoint;
  }

  /** Each checkpoint writes the control file. */
  private lastCheckpoint(): number {
    return statSync(join(this.folder, 'global', 'pg_control')).mtimeMs;
  }
}

/** A file written twice within this many ms may keep its time. */
const CLOCK_GRAIN = 2000;

/** Asks the disk to keep every file of a folder and the folders themselves: after recovery and at close. */
export function syncFolder(folder: string): void {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) syncFolder(path);
    else if (entry.isFile()) withFile(path, fsyncSync);
  }
  withFile(folder, fsyncSync);
}

function withFile(path: string, work: (fd: number) => void): void {
  const fd = openSync(path, 'r');
  try {
    work(fd);
  } finally {
    closeSync(fd);
  }
}
