import type { QuiltSummary, ShelfAnswer, ShelfQuery } from '@gorse/contract';
import {
  advanceNow,
  type AdvanceState,
  advanceStateOf,
  makersOf,
  mountedNow,
  pieceRef,
  placementPieceIds,
  type PlanRecords,
  quiltOf,
  UnreadablePlan,
} from '@gorse/core';
import { advancesOf } from '../store/advance-store.ts';
import type { Database } from '../store/database.ts';
import { listPlans, type StoredPlan } from '../store/quilt-store.ts';
import { stitchedOf, type StitchedOfQuilt } from '../store/run-store.ts';

/** Quilts on a page of the shelf. */
const SHELF_PAGE = 24;

/** A page of the shelf; a quilt that can't be opened spoils none of the others. */
export async function listQuilts(
  { read }: Database,
  { after, find }: Pick<ShelfQuery, 'after' | 'find'>,
): Promise<ShelfAnswer> {
  const [updatedAt, id] = after?.split('.') ?? [];
  const place = updatedAt === undefined || id === undefined ? null : { updatedAt: Number(updatedAt), id };
  const kinds = ['quilts', 'placements', 'rowSets', 'borderSets', 'touches'] as const;
  const found = await listPlans(read, { after: place, find: find ?? '', kinds, limit: SHELF_PAGE + 1 });
  const page = found.slice(0, SHELF_PAGE);
  const ids = page.map(({ place }) => place.id);
  const stitched = await stitchedOf(read, ids);
  const advances = await advancesOf(read, ids);
  const last = found.length > SHELF_PAGE ? page.at(-1)!.place : null;
  return {
    after: last && `${last.updatedAt}.${last.id}`,
    quilts: page.map(({ place: { id }, plan }) => {
      try {
        return summaryOf(plan(), stitched.get(id) ?? NOTHING, advanceStateOf(advances.get(id) ?? []));
      } catch (error) {
        if (!(error instanceof UnreadablePlan)) throw error;
        return { id, trouble: error.message };
      }
    }),
  };
}

const NOTHING: StitchedOfQuilt = { finished: [], stitches: 0 };

function summaryOf(
  { id, records, updatedAt }: StoredPlan,
  { finished, stitches }: StitchedOfQuilt,
  advances: AdvanceState,
): QuiltSummary {
  const { name, map } = quiltOf(records);
  const done = new Set(finished);
  const placements = Object.values(records.placements);
  const rows = rowsOf(records, done);
  const isDrawnOn = map.setting.kind === 'drawn' || makersOf({ records }).length > 0 || stitches > 0;
  return {
    id,
    name,
    map,
    placed: placements.length,
    stitched: placements.filter((p) => placementPieceIds(p).every((piece) => done.has(piece))).length,
    rows,
    poles: polesOf(records, advances),
    picture: isDrawnOn ? `${updatedAt} ${finished.length} ${stitches}` : null,
  };
}

/** Whole rows over the top, and how many of their runs are stitched. */
function rowsOf({ rowSets }: PlanRecords, finished: ReadonlySet<string>): QuiltSummary['rows'] {
  const [set] = Object.values(rowSets);
  if (!set) return null;
  const done = [...finished].filter((id) => {
    const ref = pieceRef(id);
    return ref?.source === 'rowSets' && ref.record === set.id;
  });
  const { rows } = set.numbers;
  const planned = rows - set.exceptions.filter((one) => one.dropped && one.row < rows).length;
  return { planned, runsStitched: done.length };
}

/** How a quilt lies on the poles, in short. */
const polesOf = ({ touches }: PlanRecords, advances: AdvanceState): QuiltSummary['poles'] => ({
  pass: mountedNow(advances).pass,
  step: advances.step,
  touches: Object.values(touches).filter((touch) => touch.advance === advanceNow(advances)).length,
});
