import type { EditAnswer, EditRequest, NewQuiltRequest, QuiltAnswer } from '@gorse/contract';
import {
  applyDiff,
  conflictsOf,
  makeMap,
  mapTrouble,
  newPlan,
  PLAN_VERSION,
  type PlanDiff,
  planFaults,
  type PlanRecords,
  quiltOf,
  recordKey,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import type { Database, Tables } from '../store/database.ts';
import { knownDesigns } from '../store/design-store.ts';
import { copyPhotos, knownPhotos } from '../store/photo-store.ts';
import {
  diffsSince,
  findPlan,
  insertQuilt,
  markRemoved,
  revisionOfEdit,
  saveEdit,
  upgradePlan,
} from '../store/quilt-store.ts';
import type { PlanNow } from '../store/recent-plans.ts';
import { found, notFound, Refusal } from '../refusal.ts';

export async function makeQuilt(
  database: Database,
  { name, setting, borders, patches = [] }: NewQuiltRequest,
): Promise<{ id: string }> {
  const id = nanoid(12);
  const map = makeMap(setting, borders);
  const trouble = mapTrouble(map);
  if (trouble !== null) throw new Refusal('badInput', trouble, [{ path: 'setting', message: trouble }]);
  const records = newPlan(name, map, patches);
  const [fault] = planFaults(records);
  if (fault) throw new Refusal('badInput', fault.message, [fault]);
  await database.commit((tables) => insertQuilt(tables, id, records, Date.now()));
  return { id };
}

/** A quilt's plan as it stands, kept in this version. */
async function planNow(database: Database, id: string): Promise<PlanNow> {
  const { recentPlans } = database;
  const recent = recentPlans.get(id);
  if (recent) return recent;
  const { mark } = recentPlans;
  const { revision, records, planVersion } = found(await findPlan(database.read, id), 'quilt');
  if (planVersion < PLAN_VERSION) await database.commit((tables) => upgradePlan(tables, id));
  recentPlans.keep(id, { revision, records }, mark);
  return { revision, records };
}

export const getQuilt = async (database: Database, id: string): Promise<QuiltAnswer> => ({
  id,
  ...(await planNow(database, id)),
});

/** Removes a quilt from the shelf, or puts it back. */
export async function setQuiltOnShelf(database: Database, id: string, onShelf: boolean): Promise<void> {
  const done = await database.commit((tables) => markRemoved(tables, id, onShelf ? null : Date.now()));
  database.recentPlans.drop(id);
  if (!done) throw notFound('quilt');
}

/** Another quilt with the same plan, without its touches: the new cloth hasn't been touched yet. */
export async function copyQuilt(database: Database, id: string): Promise<{ id: string }> {
  const { records } = await planNow(database, id);
  const quilt = quiltOf(records);
  const copy = {
    ...records,
    quilts: { [quilt.id]: { ...quilt, name: `${quilt.name} (copy)`.slice(0, 120) } },
    landmarks: {},
    touches: {},
  };
  const copyId = nanoid(12);
  await database.commit(async (tables) => {
    await insertQuilt(tables, copyId, copy, Date.now());
    await copyPhotos(tables, id, copyId);
  });
  return { id: copyId };
}

/**
 * Adds an edit to a quilt's plan. Sent twice, it counts once. Refuses as `stale`, with all that changed since, when the plan
 * has moved on; and as bad input what would leave the plan inconsistent.
 */
export const editQuilt = (
  database: Database,
  id: string,
  { baseRevision, ...edit }: EditRequest,
): Promise<EditAnswer> =>
  writeEdit(database, id, edit, async ({ revision }) => {
    // What comes a second time was thought up over a revision before its own.
    const known = baseRevision === revision ? null : await revisionOfEdit(database.read, id, edit.editId);
    if (known === null) await refuseOtherThan(database.read, id, revision, baseRevision, edit.diff);
    return known;
  });

type Edit = Omit<EditRequest, 'baseRevision'>;

/** Adds an edit that holds whatever else was changed, such as a touch. */
export const addToQuilt = (database: Database, id: string, edit: Edit): Promise<EditAnswer> =>
  writeEdit(database, id, edit, () => Promise.resolve(null));

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

/** Writes an edit unless `look` finds the revision that it made before; looks again where another edit came between. */
async function writeEdit(
  database: Database,
  id: string,
  edit: Edit,
  look: (plan: PlanNow) => Promise<number | null>,
): Promise<EditAnswer> {
  for (;;) {
    const plan = await planNow(database, id);
    const known = await look(plan);
    if (known !== null) return { revision: known };
    const records = await edited(database, id, plan.records, edit.diff);
    const revision = plan.revision + 1;
    // Until it is known to be on the disk, nobody may take it for what stands.
    const saved = await database
      .commit((tables) => saveEdit(tables, id, { ...edit, revision, at: Date.now() }))
      .catch((error: unknown) => {
        database.recentPlans.drop(id);
        throw error;
      });
    if (saved) {
      database.recentPlans.keep(id, { revision, records });
      return { revision };
    }
    database.recentPlans.drop(id);
  }
}

/** A plan's records with a diff applied; refuses what would leave them inconsistent. */
async function edited(database: Database, quiltId: string, before: PlanRecords, diff: PlanDiff): Promise<PlanRecords> {
  const records = applyDiff(before, diff);
  // Designs stay for good, so those that were named before are still there.
  const users = diff.flatMap(({ kind, id, after }) =>
    after !== null && 'designId' in after && after.designId !== null
      ? [{ path: `${kind}.${id}.designId`, designId: after.designId }]
      : [],
  );
  const designs = await knownDesigns(database.read, [...new Set(users.map((user) => user.designId))]);
  const laid = diff.filter(({ kind, after }) => kind === 'photos' && after !== null);
  const photos = laid.length === 0 ? new Set() : await knownPhotos(database.read, quiltId);
  const faults = [
    ...planFaults(records),
    ...laid
      .filter(({ id }) => !photos.has(id))
      .map(({ id }) => ({ path: `photos.${id}`, message: `There is no photo ${id} kept with this quilt.` })),
    ...users
      .filter(({ designId }) => !designs.has(designId))
      .map(({ path, designId }) => ({ path, message: `There is no design ${designId} in the library.` })),
  ];
  if (faults[0])
    throw new Refusal('badInput', `The edit can't be kept: ${faults[0].message} Undo it and try again.`, faults);
  return records;
}
