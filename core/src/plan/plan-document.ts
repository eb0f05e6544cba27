import { usualBatting } from '../cloth/batting.ts';
import { STRAIGHT } from '../cloth/edge-shape.ts';
import { UNMEASURED } from '../cloth/measured.ts';
import { isTrueToSize, mapPatches, mapTrouble, type QuiltMap } from '../cloth/quilt-map.ts';
import { USUAL_EASE } from '../lineup/easing.ts';
import { type Touch, TOUCH_NOISE } from '../lineup/touch.ts';
import { USUAL_BACKGROUND } from '../fill/rule.ts';
import { USUAL_REJOIN } from '../mask/rejoin-rule.ts';
import { GENERIC_MACHINE } from '../passes/machine.ts';
import { MOST_PATCHES } from '../tolerances.ts';
import { MM_PER_INCH } from '../units.ts';
import { USUAL_BINDING } from '../cloth/sums.ts';
import { isEdgeTouch } from './edge-id.ts';
import { fromVersion3 } from './from-version-3.ts';
import { fromVersion4 } from './from-version-4.ts';
import { fromVersion6 } from './from-version-6.ts';
import {
  NO_RULES,
  type PlanKind,
  type PlanKinds,
  PLAN_KINDS,
  QUILT_ID,
  type QuiltRecord,
  type RegionRecord,
  type TouchRecord,
} from './records.ts';

/** Version of the plan document; every change of its shape adds a migration. */
export const PLAN_VERSION = 11;

/** All records of a quilt's plan by kind and id. */
export type PlanRecords = { readonly [K in PlanKind]: Readonly<Record<string, PlanKinds[K]>> };

export interface PlanDocument {
  readonly version: number;
  readonly records: PlanRecords;
}

export const EMPTY_RECORDS: PlanRecords = {
  quilts: {},
  regions: {},
  recipes: {},
  placements: {},
  rowSets: {},
  borderSets: {},
  keepOuts: {},
  landmarks: {},
  touches: {},
  photos: {},
};

/** What a quilt is taken to be until something else is said. */
const NEW_QUILT = {
  loading: 'upright',
  batting: usualBatting('blend'),
  measured: UNMEASURED,
  binding: USUAL_BINDING,
  machine: GENERIC_MACHINE,
  /** 1/32 in at joins, 1/16 in elsewhere. */
  lineUpRules: { joins: MM_PER_INCH / 32, elsewhere: MM_PER_INCH / 16, ease: USUAL_EASE },
  passes: NO_RULES,
} as const;
/** What plans of version 2 lacked of it; passes had other names then. */
const SECOND = { ...NEW_QUILT, passes: { starts: [], runs: [] } };

/** @param drawn patches that the map doesn't make by itself */
export function newPlan(name: string, map: QuiltMap, drawn: readonly RegionRecord[] = []): PlanRecords {
  const regions = Object.fromEntries([...mapPatches(map), ...drawn].map((region) => [region.id, region]));
  return { ...EMPTY_RECORDS, quilts: { [QUILT_ID]: { id: QUILT_ID, name, map, ...NEW_QUILT } }, regions };
}

/** The quilt's own record. Throws on records without one: such a plan is never stored. */
export function quiltOf(records: Pick<PlanRecords, 'quilts'>): QuiltRecord {
  const quilt = records.quilts[QUILT_ID];
  if (!quilt) throw new Error('the plan has no quilt record');
  return quilt;
}

/** The designs that a plan is made of, each once. */
export const designIdsOf = ({ placements, recipes, rowSets, borderSets }: PlanRecords): string[] => [
  ...new Set([
    ...Object.values(placements).flatMap(({ recipeId }) => recipes[recipeId]?.designId ?? []),
    ...Object.values(rowSets).map(({ designId }) => designId),
    ...Object.values(borderSets).flatMap(({ designId, cornerDesignId }) =>
      cornerDesignId === null ? [designId] : [designId, cornerDesignId],
    ),
  ]),
];

/** What the line-up is worked out of, the earliest first: all touches but those along an edge, which tell only how that runs. */
export const touchesOf = (records: PlanRecords): (TouchRecord & Touch)[] =>
  Object.values(records.touches)
    .filter((touch) => !isEdgeTouch(touch))
    .sort((a, b) => a.at - b.at)
    .map((touch) => ({ ...touch, noise: TOUCH_NOISE[touch.method] }));

/** Records that another record still needs, and what must hold between records; empty when all is well. Fields are checked at the edge. */
export function planFaults(records: PlanRecords): { readonly path: string; readonly message: string }[] {
  const faults: { path: string; message: string }[] = [];
  if (!records.quilts[QUILT_ID] || Object.keys(records.quilts).length !== 1) {
    faults.push({ path: 'quilts', message: 'A plan has exactly one quilt.' });
  }
  for (const { id, map } of Object.values(records.quilts)) {
    const trouble = mapTrouble(map);
    if (trouble !== null) faults.push({ path: `quilts.${id}.map`, message: trouble });
    if (!isTrueToSize(map))
      faults.push({ path: `quilts.${id}.map.size`, message: 'The size isn’t that of the blocks and borders.' });
  }
  if (Object.keys(records.regions).length > MOST_PATCHES)
    faults.push({ path: 'regions', message: 'A quilt can have up to 20,000 patches. Draw fewer.' });
  faults.push(...regionFaults(records));
  const taken = new Set<string>();
  for (const placement of Object.values(records.placements)) {
    const path = `placements.${placement.id}`;
    if (!records.regions[placement.regionId])
      faults.push({ path, message: `There is no patch ${placement.regionId} on this quilt.` });
    if (!records.recipes[placement.recipeId])
      faults.push({ path, message: `There is no recipe ${placement.recipeId} in this plan.` });
    if (taken.has(placement.regionId))
      faults.push({ path, message: `Patch ${placement.regionId} already holds a design.` });
    taken.add(placement.regionId);
  }
  if (Object.keys(records.rowSets).length > 1)
    faults.push({ path: 'rowSets', message: 'A quilt has one set of rows. Change the one that is there.' });
  for (const { id, area } of Object.values(records.rowSets)) {
    for (const regionId of [...area.leaveOut, ...(area.fromRegionId === null ? [] : [area.fromRegionId])]) {
      if (!records.regions[regionId])
        faults.push({ path: `rowSets.${id}.area`, message: `There is no patch ${regionId} on this quilt.` });
    }
  }
  faults.push(...keepOutFaults(records));
  const bordered = Object.values(records.borderSets).flatMap(({ border, over, strips }): (number | string)[] =>
    strips === null ? Array.from({ length: over }, (_, k) => border + k) : [strips],
  );
  if (new Set(bordered).size < bordered.length)
    faults.push({
      path: 'borderSets',
      message: 'A border has one set, and so have strips of a kind. Change the one that is there.',
    });
  if (Object.keys(records.photos).length > 1)
    faults.push({
      path: 'photos',
      message: 'A quilt has one photo under its map. Take the one that is there away first.',
    });
  const alongEdges = Object.values(records.touches).filter(isEdgeTouch).length;
  if (Object.keys(records.touches).length - alongEdges > MOST_TOUCHES) {
    const message = `A quilt keeps ${MOST_TOUCHES} touches at the most. Line up again, which lets go of this pass’s, or take some back.`;
    faults.push({ path: 'touches', message });
  }
  if (alongEdges > MOST_ALONG_EDGES) {
    const message = `A quilt keeps ${MOST_ALONG_EDGES} touches along borders at the most. On Layout, under Borders and Edges, go back to the edges as planned.`;
    faults.push({ path: 'touches', message });
  }
  for (const kind of PLAN_KINDS) {
    for (const [id, record] of Object.entries<{ readonly id: string }>(records[kind])) {
      if (record.id !== id) faults.push({ path: `${kind}.${id}`, message: `The record says its id is ${record.id}.` });
    }
  }
  return faults;
}

/** Most keep-outs of a quilt; one can hold all patches of a kind. */
const MOST_KEEP_OUTS = 200;

/** Keep-outs are told apart by their names, and those of patches hold patches that there are. */
function keepOutFaults({ keepOuts, regions }: PlanRecords): { path: string; message: string }[] {
  const all = Object.values(keepOuts);
  const names = new Set(all.map(({ name }) => name));
  const count =
    all.length > MOST_KEEP_OUTS
      ? [`A quilt has ${MOST_KEEP_OUTS} keep-outs at the most. Let one hold all patches of a kind.`]
      : [];
  const twice = names.size < all.length ? ['Two keep-outs have one name. Call one of them otherwise.'] : [];
  return [
    ...[...count, ...twice].map((message) => ({ path: 'keepOuts', message })),
    ...all.flatMap(({ id, of }) =>
      (of.kind === 'shapes' ? [] : of.regionIds)
        .filter((regionId) => !regions[regionId])
        .map((regionId) => ({ path: `keepOuts.${id}.of`, message: `There is no patch ${regionId} on this quilt.` })),
    ),
  ];
}

/** A king quilt is touched some 120 times; what is learned of the cloth takes the cube of their number. */
const MOST_TOUCHES = 600;
/** Both edges of three borders of a king quilt take some 700, with those that a later pass makes anew. Each edge is a curve of its own. */
const MOST_ALONG_EDGES = 2000;

/** Patches are told apart by their names, and have no two controls of one id. */
function regionFaults({ regions }: PlanRecords): { path: string; message: string }[] {
  const names = new Set<string>();
  return Object.values(regions).flatMap(({ id, name, shape }) => {
    const path = `regions.${id}`;
    const twice = hasTwice(shape);
    const taken = names.has(name);
    names.add(name);
    return [
      ...(taken ? [{ path, message: `Another patch is called ${name}. Give this one a name of its own.` }] : []),
      ...(twice ? [{ path, message: `Two points of ${name} have one id.` }] : []),
    ];
  });
}

/** Whether two controls have one id. What was looked at is known: an edit leaves most patches of thousands the very same. */
function hasTwice(shape: RegionRecord['shape']): boolean {
  let twice = twices.get(shape);
  if (twice === undefined)
    twices.set(shape, (twice = shape.some(({ id }, i) => shape.findIndex((one) => one.id === id) < i)));
  return twice;
}
const twices = new WeakMap<RegionRecord['shape'], boolean>();

/** Migrations from the version that is their key to the next. */
const MIGRATIONS: Readonly<Record<number, (records: Readonly<Record<string, object>>) => object>> = {
  // Rows came, and with them how the quilt is loaded and what batting it has.
  1: ({ quilts, ...rest }) => ({
    ...rest,
    quilts: eachWith(quilts, { loading: NEW_QUILT.loading, batting: NEW_QUILT.batting }),
    rowSets: {},
  }),
  // Passes came: the machine planned for, touches in every advance, landmarks by hand, patches in parts.
  2: ({ quilts, placements, touches, ...rest }) => ({
    ...rest,
    quilts: eachWith(quilts, SECOND),
    placements: eachWith(placements, { parts: 1 }),
    landmarks: {},
    touches: eachWith(touches, { since: null, advance: 0, method: 'head' }),
  }),
  // One map, one shape: any setting, patches of any number of corners, everything referred to by id.
  3: fromVersion3,
  // Any setting, blocks that are pieced, borders whose sides and corners differ.
  4: fromVersion4,
  // Photos came under the map, and the binding's allowance.
  5: ({ quilts, ...rest }) => ({ ...rest, quilts: eachWith(quilts, { binding: NEW_QUILT.binding }), photos: {} }),
  // Recipes got all their stages, more fits and a margin for each edge; one patch can differ from its recipe.
  6: fromVersion6,
  // Border sets came.
  7: (records) => ({ ...records, borderSets: {} }),
  // A border set may lie over several borders.
  8: ({ borderSets, ...rest }) => ({ ...rest, borderSets: eachWith(borderSets, { over: 1 }) }),
  // Sides across the poles may wait until the quilt is turned; a border set may lie along strips of patches; a top's edge may run in arcs.
  9: ({ borderSets, quilts, ...rest }) => ({
    ...rest,
    quilts: Object.fromEntries(
      Object.entries(
        (quilts ?? {}) as Readonly<Record<string, { readonly map: { readonly borders: readonly object[] } }>>,
      ).map(([id, quilt]) => {
        const borders = quilt.map.borders.map((border) => ({ ...border, edge: STRAIGHT }));
        return [id, { ...quilt, map: { ...quilt.map, borders } }];
      }),
    ),
    borderSets: eachWith(borderSets, { across: 'sections', strips: null }),
  }),
  // Keep-outs came, and how what they cut is joined again; backgrounds fill what they leave.
  10: ({ recipes, rowSets, borderSets, ...rest }) => ({
    ...rest,
    recipes: eachWith(recipes, { mask: USUAL_REJOIN, background: USUAL_BACKGROUND }),
    rowSets: eachWith(rowSets, { mask: USUAL_REJOIN }),
    borderSets: eachWith(borderSets, { mask: USUAL_REJOIN }),
    keepOuts: {},
  }),
};

/** Gives every record what it lacks. */
const eachWith = (records: object | undefined, lacking: object): object =>
  Object.fromEntries(Object.entries(records ?? {}).map(([id, record]) => [id, { ...lacking, ...(record as object) }]));

/** A plan that this Gorse can't open; the message says why. */
export class UnreadablePlan extends Error {
  override readonly name = 'UnreadablePlan';
}

/** Brings an older plan up to date. Throws a sentence on a newer version or one that was never made. */
export function migratePlan(version: number, records: unknown): PlanRecords {
  if (version > PLAN_VERSION)
    throw new UnreadablePlan(
      `This quilt was made by a newer Gorse (version ${version}, this one reads up to ${PLAN_VERSION}). Update Gorse to open it.`,
    );
  let current = records;
  for (let v = version; v < PLAN_VERSION; v++) {
    const step = MIGRATIONS[v];
    if (!step) throw new UnreadablePlan(`Plans of version ${v} can't be read.`);
    current = step(current as Readonly<Record<string, object>>);
  }
  return current as PlanRecords;
}
