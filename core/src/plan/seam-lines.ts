import { controlId, type MapGraph } from '../cloth/map-graph.ts';
import type { Region } from '../cloth/region.ts';
import { edgesOf, type Shape } from '../cloth/shape.ts';
import { cornerMean } from '../geometry/polygon.ts';
import { type Polyline, polyline } from '../geometry/polyline.ts';
import type { LineUp } from '../lineup/line-up.ts';
import type { RejoinRule } from '../mask/rejoin-rule.ts';
import { type Seams, seamsOf } from '../mask/seams.ts';
import type { Plan } from './evaluate.ts';
import { graphOf, markedPatches, measuredShape } from './landmarks.ts';
import { touchesOf } from './plan-document.ts';

/** The seams that a rule heeds, as they are known to lie; null where it heeds none. */
export type SeamsFor = (plan: Plan, rule: RejoinRule) => Seams | null;

const heedsSeams = ({ seams, ends }: RejoinRule): boolean => seams || ends === 'bySeams';

export const plannedSeams: SeamsFor = (plan, rule) => (heedsSeams(rule) ? plan.get(seamLines, null) : null);

/** The same where patches lie as they were touched in an advance. */
export const touchedSeams =
  (advance: number, lineUp: Pick<LineUp, 'toCloth'>): SeamsFor =>
  (plan, rule) => {
    if (!heedsSeams(rule)) return null;
    const graph = plan.get(graphOf, null);
    const touches = touchesOf(plan.records);
    return seamsOnCloth(markedPatches(plan.records), graph, (region) =>
      measuredShape(region, graph, touches, advance, lineUp),
    );
  };

/** All seams as planned. */
export const seamLines = (plan: Plan): Seams | null =>
  seamsOnCloth(markedPatches(plan.records), plan.get(graphOf, null), ({ shape }) => shape);

/** Every edge of every patch, that of two patches once. @param shapeOf a patch, as it is known to lie */
function seamsOnCloth(patches: readonly Region[], graph: MapGraph, shapeOf: (region: Region) => Shape): Seams | null {
  const found = new Map<string, Polyline>();
  for (const region of patches) {
    const vertexOf = (control: string | null): string =>
      control === null ? region.id : (graph.vertexOf(controlId(region.id, control))?.id ?? region.id);
    edgesOf(shapeOf(region)).forEach(({ from, to, line }) => {
      // Two patches may share two corners and no edge, as those on either side of a lens do.
      const { x, y } = cornerMean(line);
      const key = [...[vertexOf(from), vertexOf(to)].sort(), Math.round(x), Math.round(y)].join(' ');
      if (!found.has(key)) found.set(key, polyline(from === null ? [...line, line[0]!] : line));
    });
  }
  return seamsOf([...found.values()]);
}
