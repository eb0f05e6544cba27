import { transfer } from 'comlink';
import {
  designKeepOut,
  type Maker,
  makersOf,
  type Plan,
  type Polyline,
  passesOf,
  piecesOfRecord,
  quiltOf,
  type QuiltPasses,
  recordId,
  sewingOf,
  type Totals,
  unjoinedTotals,
} from '@gorse/core';
import { type PictureLook, threadPictures } from './thread-picture.ts';
import { aboutRecord, type ShownRecord, shownRecord } from './shown.ts';

/** What has changed since it was last asked for. */
export interface Changed {
  /** By the record's id as one word (`recordId`). */
  readonly records: Readonly<Record<string, ShownRecord>>;
  /** All records that there are. */
  readonly present: readonly string[];
  readonly passes: QuiltPasses;
  /** What keep-outs of designs take up, by their ids: points of rings, where that has changed. */
  readonly outlines: Readonly<Record<string, readonly Polyline[]>>;
  /** There is more to work out: ask again. */
  readonly more: number;
  /** Why something could not be worked out, as a sentence each. */
  readonly failures: readonly string[];
}

/** The part of the planning worker that works out all that is stitched. */
export const piecePlanner = (planNow: () => Plan) => {
  /** What the screen was told of each record. */
  const told = new Map<string, unknown>();
  const pictures = threadPictures();
  const forget = (id: string): void => {
    told.delete(id);
    pictures.drop(id);
  };
  /** What the screen was told of each keep-out of designs. */
  const seen = new Map<string, unknown>();
  const outlines = (plan: Plan): Changed['outlines'] => {
    const changed: Record<string, readonly Polyline[]> = {};
    for (const [id, { of }] of Object.entries(plan.records.keepOuts)) {
      const rings = of.kind === 'designs' ? plan.get(designKeepOut, id) : null;
      if (rings && seen.get(id) !== rings) changed[id] = rings;
      seen.set(id, rings);
    }
    return changed;
  };
  /** Where it ran out of time: there it goes on, so that in a drag no record always comes too late. */
  let turn = 0;
  return {
    /** Whatever was told is to be told again. */
    forgetAll(): void {
      [...told.keys()].forEach(forget);
      seen.clear();
    },
    /** What the screen was told of, as it looks at the cloth. */
    picture(look: PictureLook): ImageBitmap {
      const bitmap = pictures.draw(look);
      return transfer(bitmap, [bitmap]);
    },
    /** What a record's pieces would take if what keep-outs cut of them weren't joined. */
    unjoined(maker: Maker): Totals {
      const plan = planNow();
      return unjoinedTotals(plan.get(piecesOfRecord, maker), sewingOf(quiltOf(plan.records)));
    },
    /**
     * Works out what has changed, for about so many milliseconds, at least one record.
     * @param first the record that is looked at most: it is worked out besides
     */
    changed(budget: number, first: string | null = null): Changed {
      const plan = planNow();
      const until = performance.now() + budget;
      const inOrder = makersOf(plan).map((maker) => ({ maker, id: recordId(maker) }));
      const present = inOrder.map(({ id }) => id);
      for (const id of [...told.keys()]) if (!present.includes(id)) forget(id);
      const makers = [
        ...inOrder.filter(({ id }) => id === first),
        ...[...inOrder.slice(turn), ...inOrder.slice(0, turn)].filter(({ id }) => id !== first),
      ];
      const records: Record<string, ShownRecord> = {};
      const failures: string[] = [];
      let more = 0;
      for (const { maker, id } of makers) {
        if (performance.now() > until && Object.keys(records).some((one) => one !== first)) {
          if (more === 0) turn = present.indexOf(id);
          more++;
          continue;
        }
        try {
          const about = plan.get(aboutRecord, maker);
          if (told.get(id) === about) continue;
          told.set(id, about);
          records[id] = shownRecord(about);
          pictures.take(id, about.pieces);
        } catch (error) {
          // One that can't be worked out must not hold up the others.
          told.set(id, error);
          failures.push(error instanceof Error ? error.message : String(error));
        }
      }
      return { records, present, passes: plan.get(passesOf, null), outlines: outlines(plan), more, failures };
    },
  };
};
