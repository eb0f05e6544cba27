import type {
  EditAnswer,
  EditRequest,
  NewQuiltRequest,
  QuiltAnswer,
  QuiltSummary,
  ShelfAnswer,
  ShelfQuery,
} from '@gorse/contract';
import {
  advanceNow,
  type AdvanceState,
  advanceStateOf,
  applyDiff,
  conflictsOf,
  isTooLarge,
  makeMap,
  mountedNow,
  newPlan,
  pieceRef,
  placementPieceIds,
  PLAN_VERSION,
  type PlanDiff,
  planFaults,
  type PlanRecords,
  quiltOf,
  recordKey,
  UnreadablePlan,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { advancesOf } from '../store/advance-store.ts';
import type { Database, Tables } from '../store/database.ts';
import { knownDesigns } from '../store/design-store.ts';
import {
  diffsSince,
  findPlan,
  findRevision,
  insertQuilt,
  listPlans,
  lockQuilt,
  markRemoved,
  revisionOfEdit,
  saveEdit,
  type PlanStand,
  type StoredPlan,
  upgradePlan,
} from '../store/quilt-store.ts';
import { finishedOf } from '../store/run-store.ts';
import { found, notFound, Refusal } from '../refusal.ts';

export async function makeQuilt(
  database: Database,
  { name, setting, borders }: NewQuiltRequest,
): Promise<{ id: string }> {
  const id = nanoid(12);
  const map = makeMap(setting, borders);
  if (isTooLarge(map)) {
    throw new Refusal(
      'badInput',
      'A quilt can be up to 6 m (236 in) wide and long. Make the blocks fewer or smaller.',
      [{ path: 'setting', message: 'The top is larger than 6 m.' }],
    );
  }
  const records = newPlan(name, map);
  await database.commit((tables) => insertQuilt(tables, id, records, Date.now()));
  return { id };
}

/** Quilts on a page of the shelf. */
const SHELF_PAGE = 24;

/** A page of the shelf; a quilt that can't be opened spoils none of the others. */
export async function listQuilts(
  { read }: Database,
  { after, find }: Pick<ShelfQuery, 'after' | 'find'>,
): Promise<ShelfAnswer> {
  const [updatedAt, id] = after?.split('.') ?? [];
  const place = updatedAt === undefined || id === undefined ? null : { updatedAt: Number(updatedAt), id };
  const kinds = ['quilts', 'placements', 'rowSets', 'touches'] as const;
  const found = await listPlans(read, { after: place, find: find ?? '', kinds, limit: SHELF_PAGE + 1 });
  const page = found.slice(0, SHELF_PAGE);
  const ids = page.map(({ place }) => place.id);
  const finished = await finishedOf(read, ids);
  const advances = await advancesOf(read, ids);
  const last = found.length > SHELF_PAGE ? page.at(-1)!.place : null;
  return {
    after: last && `${last.updatedAt}.${last.id}`,
    quilts: page.map(({ place: { id }, plan }) => {
      try {
        return summaryOf(plan(), new Set(finished.get(id)), advanceStateOf(advances.get(id) ?? []));
      } catch (error) {
        if (!(error instanceof UnreadablePlan)) throw error;
        return { id, trouble: error.message };
      }
    }),
  };
}

function summaryOf(plan: StoredPlan, finished: ReadonlySet<string>, advances: AdvanceState): QuiltSummary {
  const { name, map } = quiltOf(plan.records);
  const placements = Object.values(plan.records.placements);
  return {
    id: plan.id,
    name,
    map,
    placed: placements.map((p) => p.regionId),
    stitched: placements
      .filter((p) => placementPieceIds(p).every((piece) => finished.has(piece)))
      .map((p) => p.regionId),
    rows: rowsOf(plan.records, finished),
    poles: polesOf(plan.records, advances),
    updatedAt: plan.updatedAt,
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

export async function getQuilt(database: Database, id: string): Promise<QuiltAnswer> {
  const now = found(await findRevision(database.read, id), 'quilt');
  const recent = database.recentPlans.at(id, now);
  if (recent) return { id, revision: now, records: recent };
  const { revision, records } = found(await findPlan(database.read, id), 'quilt');
  database.recentPlans.keep(id, revision, records);
  return { id, revision, records };
}

/** Removes a quilt from the shelf, or puts it back. */
export async function setQuiltOnShelf(database: Database, id: string, onShelf: boolean): Promise<void> {
  const done = await database.commit((tables) => markRemoved(tables, id, onShelf ? null : Date.now()));
  if (!done) throw notFound('quilt');
}

/** Another quilt with the same plan, without its touches: the new cloth hasn't been touched yet. */
export async function copyQuilt(database: Database, id: string): Promise<{ id: string }> {
  const { records } = found(await findPlan(database.read, id), 'quilt');
  const quilt = quiltOf(records);
  const copy = {
    ...records,
    quilts: { [quilt.id]: { ...quilt, name: `${quilt.name} (copy)`.slice(0, 120) } },
    landmarks: {},
    touches: {},
  };
  const copyId = nanoid(12);
  await database.commit((tables) => insertQuilt(tables, copyId, copy, Date.now()));
  return { id: copyId };
}

/** A quilt's plan at a revision. */
interface PlanAt {
  readonly revision: number;
  readonly records: PlanRecords;
}

/**
 * Adds an edit to a quilt's plan. Sent twice, it counts once. Refuses as `stale`, with all that changed since, when the plan
 * has moved on; and as bad input what would leave the plan inconsistent.
 */
export async function editQuilt(database: Database, id: string, request: EditRequest): Promise<EditAnswer> {
  const { revision, records } = await database.commit(async (tables) => {
    const stand = found(await lockQuilt(tables, id), 'quilt');
    // What comes a second time was thought up over a revision before its own.
    const known = request.baseRevision === stand.revision ? null : await revisionOfEdit(tables, id, request.editId);
    if (known !== null) return { revision: known, records: null };
    await refuseOtherThan(tables, id, stand.revision, request.baseRevision, request.diff);
    return writeEdit(database, tables, id, stand, request);
  });
  if (records) database.recentPlans.keep(id, revision, records);
  return { revision };
}

/** Adds an edit that holds whatever else was changed, such as a touch. */
export async function addToQuilt(
  database: Database,
  id: string,
  edit: Omit<EditRequest, 'baseRevision'>,
): Promise<EditAnswer> {
  const { revision, records } = await database.commit(async (tables) =>
    writeEdit(database, tables, id, found(await lockQuilt(tables, id), 'quilt'), edit),
  );
  database.recentPlans.keep(id, revision, records);
  return { revision };
}

/** Refuses what was thought up over another revision of the plan than the one it has now. */
export async function refuseOtherThan(
  tables: Tables,
  id: string,
  current: number,
  base: number,
  diff: PlanDiff = [],
): Promise<void> {
  if (base > current) {
    throw new Refusal('badInput', `This quilt is at revision ${current}. Open it again and repeat the edit.`, [
      { path: 'baseRevision', message: 'It lies ahead of the plan.' },
    ]);
  }
  if (base === current) return;
  const since = await diffsSince(tables, id, base);
  const conflicts = conflictsOf(diff, since).map(recordKey);
  throw new Refusal(
    'stale',
    'This quilt was changed in another window. Take those changes in, then send yours again.',
    [],
    { revision: current, since, conflicts },
  );
}

async function writeEdit(
  database: Database,
  tables: Tables,
  id: string,
  { revision: current, planVersion }: PlanStand,
  { editId, mark, diff }: Omit<EditRequest, 'baseRevision'>,
): Promise<PlanAt> {
  if (planVersion < PLAN_VERSION) await upgradePlan(tables, id);
  const before = database.recentPlans.at(id, current) ?? found(await findPlan(tables, id), 'quilt').records;
  const records = applyDiff(before, diff);
  // Designs stay for good, so those that were named before are still there.
  const users = diff.flatMap(({ kind, id, after }) =>
    after !== null && 'designId' in after ? [{ path: `${kind}.${id}.designId`, designId: after.designId }] : [],
  );
  const designs = await knownDesigns(tables, [...new Set(users.map((user) => user.designId))]);
  const faults = [
    ...planFaults(records),
    ...users
      .filter(({ designId }) => !designs.has(designId))
      .map(({ path, designId }) => ({ path, message: `There is no design ${designId} in the library.` })),
  ];
  if (faults[0])
    throw new Refusal('badInput', `The edit can't be kept: ${faults[0].message} Undo it and try again.`, faults);
  const revision = current + 1;
  await saveEdit(tables, id, { editId, mark, diff, revision, at: Date.now() });
  return { revision, records };
}
