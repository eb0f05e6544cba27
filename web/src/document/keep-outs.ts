import {
  type ClothPoint,
  distance,
  freeName,
  keepOutEdges,
  type KeepOutRecord,
  type Maker,
  MM_PER_INCH,
  outlineOf,
  insideRing,
  movedShape,
  type PlanRecords,
  plus,
  type Region,
  type RejoinRule,
  ringBounds,
  type Shape,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { changeBorder } from './borders.ts';
import { changeRows } from './rows.ts';
import { placementsOf, changeStages, ownStages, stagesOf } from './recipes.ts';
import { without } from './without.ts';

/** Edits of keep-outs in the words of the work: pure, from records to records. */
type Edit = (records: PlanRecords) => PlanRecords;

/** So much that nothing must be unpicked from embroidery. */
const USUAL_CLEARANCE = MM_PER_INCH / 8;

/** A keep-out as most people begin: all stitches stay out of it. */
export const newKeepOut = (records: PlanRecords, name: string, of: KeepOutRecord['of']): KeepOutRecord => ({
  ...{ id: nanoid(10), name: freeName(name, Object.values(records.keepOuts)), of },
  ...{ clearance: USUAL_CLEARANCE, keep: 'out', on: true, only: null },
});

/** Of patches or of the designs in them, by the name of the first. */
export const keepOutOfPatches = (
  records: PlanRecords,
  patches: readonly Region[],
  kind: 'patches' | 'designs' = 'patches',
): KeepOutRecord => {
  const [first] = patches;
  const regionIds = patches.map(({ id }) => id);
  const name = `${kind === 'designs' ? 'design in ' : ''}${first!.name}${patches.length > 1 ? ' and those like it' : ''}`;
  return newKeepOut(
    records,
    name,
    kind === 'designs' ? { kind, regionIds, bridge: USUAL_BRIDGE } : { kind, regionIds },
  );
};
/** Between the turns of most motifs. */
const USUAL_BRIDGE = MM_PER_INCH / 4;

export const ofShape = (edge: Shape): KeepOutRecord['of'] => ({ kind: 'shapes', rings: [{ edge }] });

export const setKeepOut =
  (keepOut: KeepOutRecord): Edit =>
  (records) => ({ ...records, keepOuts: { ...records.keepOuts, [keepOut.id]: keepOut } });

export const changeKeepOut =
  (id: string, change: Partial<Omit<KeepOutRecord, 'id'>>): Edit =>
  (records) => {
    const keepOut = records.keepOuts[id];
    return keepOut ? setKeepOut({ ...keepOut, ...change })(records) : records;
  };

export const removeKeepOut =
  (id: string): Edit =>
  (records) => ({ ...records, keepOuts: without(records.keepOuts, id) });

/** Says which patches a keep-out holds; one of none goes. */
export const setPatches =
  (id: string, regionIds: readonly string[]): Edit =>
  (records) =>
    regionIds.length === 0
      ? removeKeepOut(id)(records)
      : changeOf(id, (of) => (of.kind === 'shapes' ? of : { ...of, regionIds }))(records);

const changeOf =
  (id: string, change: (of: KeepOutRecord['of']) => KeepOutRecord['of']): Edit =>
  (records) => {
    const keepOut = records.keepOuts[id];
    return keepOut ? setKeepOut({ ...keepOut, of: change(keepOut.of) })(records) : records;
  };

/** Says what gaps in its designs are part of them. */
export const setBridge = (id: string, bridge: number): Edit =>
  changeOf(id, (of) => (of.kind === 'designs' ? { ...of, bridge } : of));

/** The keep-out that is seen at a place: the smallest that holds it. */
export function keepOutAt({ keepOuts, regions }: PlanRecords, { x, y }: ClothPoint): KeepOutRecord | undefined {
  const held = Object.values(keepOuts).flatMap((keepOut) => {
    const rings = keepOutEdges(keepOut, regions).map(outlineOf);
    const isIn = rings.filter((ring) => insideRing(ring, x, y)).length % 2 === 1;
    return isIn ? [{ keepOut, area: areaOf(rings.flat()) }] : [];
  });
  return held.sort((a, b) => a.area - b.area)[0]?.keepOut;
}

/** Of the box round some points, mm². */
function areaOf(points: readonly ClothPoint[]): number {
  const { minX, maxX, minY, maxY } = ringBounds(points);
  return (maxX - minX) * (maxY - minY);
}

/** Keep-outs of patches that are gone do without them, and go with the last. */
export const withoutGoneKeepOuts = (records: PlanRecords): PlanRecords =>
  Object.values(records.keepOuts).reduce((all, { id, of }) => {
    if (of.kind === 'shapes') return all;
    const regionIds = of.regionIds.filter((one) => all.regions[one]);
    return regionIds.length === of.regionIds.length ? all : setPatches(id, regionIds)(all);
  }, records);

/** How what keep-outs cut of it is joined again. */
export function rejoinOf(records: PlanRecords, { source, record }: Maker): RejoinRule | undefined {
  if (source === 'placements') return stagesOf(records, records.placements[record])?.mask;
  return records[source][record]?.mask;
}

/** Changes that; of a placement for all that share its recipe. */
export function changeRejoin({ source, record }: Maker, change: Partial<RejoinRule>): Edit {
  return (records) => {
    const before = rejoinOf(records, { source, record });
    if (!before) return records;
    const mask = { ...before, ...change };
    if (source === 'placements') return changeStages(record, { mask })(records);
    return source === 'rowSets' ? changeRows(record, { mask })(records) : changeBorder(record, { mask })(records);
  };
}

/** The same for what lies in one place on the quilt: a placement that shares its recipe has it of its own. */
export function changeRejoinHere(owner: Maker, change: Partial<RejoinRule>): Edit {
  return (records) => {
    const placement = owner.source === 'placements' ? records.placements[owner.record] : undefined;
    const before = rejoinOf(records, owner);
    return placement && before && placementsOf(records, placement.recipeId).length > 1
      ? ownStages(placement.id, { mask: { ...before, ...change } })(records)
      : changeRejoin(owner, change)(records);
  };
}

/** Does without the link at a place. */
export const forbidLink =
  (owner: Maker, at: ClothPoint): Edit =>
  (records) =>
    changeRejoinHere(owner, { forbidden: [...(rejoinOf(records, owner)?.forbidden ?? []), at] })(records);

/** A point of a keep-out's own ring moved; what lies on it comes along. */
export function moveKeepOutPoint(id: string, from: ClothPoint, to: ClothPoint): Edit {
  return (records) => {
    const of = records.keepOuts[id]?.of;
    if (of?.kind !== 'shapes') return records;
    const rings = of.rings.map(({ edge }) => ({
      edge: edge.map((one) => (distance(one.at, from) < SAME ? { ...one, at: to } : one)),
    }));
    return changeKeepOut(id, { of: { ...of, rings } })(records);
  };
}
const SAME = 1e-6;

/** A keep-out's own rings moved. */
export function moveKeepOut(id: string, by: { readonly x: number; readonly y: number }): Edit {
  return (records) => {
    const of = records.keepOuts[id]?.of;
    if (of?.kind !== 'shapes') return records;
    const rings = of.rings.map(({ edge }) => ({ edge: movedShape(edge, ({ at }) => plus(at, by)) }));
    return changeKeepOut(id, { of: { ...of, rings } })(records);
  };
}
