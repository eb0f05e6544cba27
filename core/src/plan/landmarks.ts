import type { Lie } from '../cloth/loading.ts';
import { cornerNames } from '../cloth/corner-names.ts';
import { controlId, mapGraph, type MapGraph, type Vertex } from '../cloth/map-graph.ts';
import { withTop } from '../cloth/drawn/with-top.ts';
import type { Region } from '../cloth/region.ts';
import { movedShape, type Shape } from '../cloth/shape.ts';
import { joinedId } from '../ids.ts';
import type { LineUp } from '../lineup/line-up.ts';
import { onTop, type Place } from '../lineup/touch.ts';
import type { Plan } from './evaluate.ts';
import { type PlanRecords, quiltOf } from './plan-document.ts';
import type { LandmarkRecord, TouchRecord } from './records.ts';

/** A point that can be found both on the plan and on the cloth. */
export interface NamedPlace extends Place {
  /** What it goes by, and what else means the same place: the controls of all patches that meet there. */
  readonly ids: readonly [string, ...string[]];
  /** In the middle of a sentence; for people only. */
  readonly name: string;
}

/** The seams of the quilt's map. */
export const graphOf = ({ records }: Plan): MapGraph => mapGraph(markedPatches(records));

/** The patches whose corners can be lined up on, the top itself among them where no patch has its corners. */
export const markedPatches = (records: Pick<PlanRecords, 'regions' | 'quilts'>): readonly Region[] =>
  withTop(Object.values(records.regions), quiltOf(records).map);

/**
 * The corners of all patches, each place once, named as the quilt is loaded: by the patch at hand where it is one of its own, else by a
 * block rather than by what lies round it.
 */
export function cornerLandmarks(
  graph: MapGraph,
  regions: readonly Region[],
  lie: Lie,
  atHand: string | null = null,
): NamedPlace[] {
  const rank = ({ id, kind }: Region): number => (id === atHand ? -1 : kind === 'block' ? 0 : 1);
  const known = new Set<Vertex>();
  return regions
    .toSorted((a, b) => rank(a) - rank(b))
    .flatMap((region) => {
      const vertices = graph.verticesOf(region);
      const open = region.shape.flatMap(({ id, corner }, i) => {
        const vertex = vertices[i];
        if (!corner || !vertex || known.has(vertex)) return [];
        known.add(vertex);
        return [{ id, vertex }];
      });
      if (open.length === 0) return [];
      const names = cornerNames(region.shape, lie);
      return open.map(({ id, vertex: { at, ids } }): NamedPlace => ({
        ...onTop(at),
        ids,
        name: `${names.get(id)!} corner of ${region.name}`,
      }));
    });
}

/** A mark made by hand, as a landmark. */
export const markLandmark = ({ id, name, cloth, since }: LandmarkRecord): NamedPlace => ({
  ids: [markId(id)],
  name,
  cloth,
  since,
});

export const markId = (id: string): string => joinedId('mark', id);
/** A hole of a run, counted over all its strokes. */
export const holeId = (run: string, hole: number): string => joinedId('hole', run, hole);

/** The last touch of a landmark in an advance. */
export const touchOf = <T extends Pick<TouchRecord, 'on' | 'advance'>>(
  { ids }: { readonly ids: readonly string[] },
  touches: readonly T[],
  advance: number,
): T | undefined => touches.findLast(({ on, advance: at }) => at === advance && on !== null && ids.includes(on));

/**
 * A patch as it was touched: each touched control goes to the place on the cloth where the line-up finds the reading, so that the line-up takes a
 * fit made there back to exactly the reading. Controls that weren't touched stay as planned.
 */
export function measuredShape(
  region: Region,
  graph: MapGraph,
  touches: readonly TouchRecord[],
  advance: number,
  lineUp: Pick<LineUp, 'toCloth'>,
): Shape {
  return movedShape(region.shape, ({ id, at }) => {
    const vertex = graph.vertexOf(controlId(region.id, id));
    const touch = vertex && touchOf(vertex, touches, advance);
    return touch ? lineUp.toCloth(touch.frame) : at;
  });
}
