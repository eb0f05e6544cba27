import type { QuiltPicture } from '@gorse/contract';
import { farthestStitch, finishedPieces, quiltOf } from '@gorse/core';
import { LRUCache } from 'lru-cache';
import { found } from '../refusal.ts';
import type { Database } from '../store/database.ts';
import { findPlan } from '../store/quilt-store.ts';
import { findRunCloth, listRuns } from '../store/run-store.ts';
import type { WorkDesk } from '../work/work-desk.ts';
import { designsOf } from './designs.ts';

/** How many of what can be seen there are to the longer side of a quilt. */
const FINE = 800;
/** Characters kept of what was drawn: of usual quilts some hundreds of pictures. */
const KEPT = 20_000_000;

/** Small pictures of quilts as they are planned and stitched, each drawn once as long as nothing changes. */
export class Pictures {
  private readonly kept = new LRUCache<string, string>({ maxSize: KEPT, sizeCalculation: ({ length }) => length + 1 });

  constructor(
    private readonly database: Database,
    private readonly drawing: WorkDesk,
  ) {}

  async of(quiltId: string, signal: AbortSignal): Promise<QuiltPicture> {
    const { read } = this.database;
    const { records, updatedAt } = found(await findPlan(read, quiltId), 'quilt');
    const { width, length } = quiltOf(records).map.size;
    const grain = Math.max(width, length) / FINE;
    const runs = await listRuns(read, quiltId);
    const finished = finishedPieces(runs);
    const planned = await this.once(`${quiltId} ${updatedAt} ${[...finished].sort().join()}`, async () =>
      this.drawing.run(
        'plannedLines',
        { quiltId, records, designs: await designsOf(this.database, records), finished, grain },
        signal,
      ),
    );
    let stitched = '';
    // One after the other: the points of all would be much to hold at once.
    for (const { id, events } of runs) {
      const upTo = farthestStitch(events);
      if (upTo > 0)
        stitched += await this.once(`${id} ${upTo} ${grain}`, async () =>
          this.drawing.run('stitchedLines', { cloth: found(await findRunCloth(read, id), 'run'), upTo, grain }, signal),
        );
    }
    const regions = Object.values(records.regions).filter(({ origin }) => origin !== 'setting');
    const patches = regions.length === 0 ? [] : await this.drawing.run('drawnPatches', { regions, grain }, signal);
    return { grain, planned, stitched, patches };
  }

  private async once(key: string, draw: () => Promise<string>): Promise<string> {
    const drawn = this.kept.get(key) ?? (await draw());
    this.kept.set(key, drawn);
    return drawn;
  }
}
