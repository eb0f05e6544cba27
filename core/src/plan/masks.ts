import { keepOutEdges, keepOutsFor, keptPatches, ringsOfEdges } from '../cloth/keep-out.ts';
import type { Region } from '../cloth/region.ts';
import type { Shape } from '../cloth/shape.ts';
import { type Rings, unionOf } from '../geometry/ring-areas.ts';
import type { LineUp } from '../lineup/line-up.ts';
import { type KeptArea, maskArea } from '../mask/area.ts';
import { type Mask, maskOf } from '../mask/mask.ts';
import { type Plan, settling } from './evaluate.ts';
import { graphOf, measuredShape, touchOf } from './landmarks.ts';
import { type Maker, recordId } from './piece-ref.ts';
import { designOutline, outlineOfDesign } from './design-outlines.ts';
import { touchesOf } from './plan-document.ts';

/** The patch that pieces fill: what is kept free of others isn't of them. */
export interface Bed {
  readonly regionId: string;
  /** How far inside its seams they are kept, mm; null: they lie where they were fitted. */
  readonly margin: number | null;
}

/** What keeps a record's pieces out, or in; null where nothing does. */
export const maskFor = (plan: Plan, maker: Maker, bed: Bed | null = null): Mask | null =>
  plan.get(plannedMask, plan.get(keptFor, { maker: recordId(maker), bed }));

/**
 * The same where patches that are kept free lie as they were touched in an advance: the planned one itself where none of them was touched.
 * @param lineUp of the advance
 */
export function maskAsTouched(
  plan: Plan,
  maker: Maker,
  bed: Bed | null,
  advance: number,
  lineUp: Pick<LineUp, 'toCloth'>,
): Mask | null {
  const kept = plan.get(keptFor, { maker: recordId(maker), bed });
  const graph = plan.get(graphOf, null);
  const touches = touchesOf(plan.records);
  const { regions, keepOuts } = plan.records;
  const own = bed && bed.margin !== null ? regions[bed.regionId] : undefined;
  const isTouched = [own ?? [], kept.keepOuts.map((id) => keptPatches(keepOuts[id]!, regions))]
    .flat(2)
    .some((region) => graph.verticesOf(region).some((vertex) => touchOf(vertex, touches, advance)));
  const measured = (region: Region): Shape => measuredShape(region, graph, touches, advance, lineUp);
  return isTouched
    ? maskOfKept(plan, kept, measured, (region, bridge) => outlineOfDesign(plan, region.id, bridge, measured(region)))
    : plan.get(plannedMask, kept);
}

/** Ids of the keep-outs that hold for a record, the patch that is none for it, and what its pieces are kept in. */
interface Kept {
  readonly keepOuts: readonly string[];
  readonly but: string | null;
  readonly bed: Bed | null;
}

const keptFor = settling(
  ({ records }: Plan, { maker, bed }: { readonly maker: string; readonly bed: Bed | null }): Kept => {
    const held = keepOutsFor(records.keepOuts, maker);
    const isOwn = held.some(
      ({ of, keep }) => keep === 'out' && of.kind !== 'shapes' && of.regionIds.includes(bed?.regionId ?? ''),
    );
    return {
      keepOuts: held.map(({ id }) => id),
      but: isOwn ? bed!.regionId : null,
      bed: bed?.margin === null ? null : bed,
    };
  },
);

const plannedMask = (plan: Plan, kept: Kept): Mask | null =>
  maskOfKept(
    plan,
    kept,
    ({ shape }) => shape,
    ({ id }, bridge) => plan.get(designOutline, { regionId: id, bridge }),
  );

/**
 * @param shapeOf a patch, as it is known to lie
 * @param outlineIn what the design in it takes up
 */
function maskOfKept(
  { records }: Pick<Plan, 'records'>,
  { keepOuts, but, bed }: Kept,
  shapeOf: (region: Region) => Shape,
  outlineIn: (region: Region, bridge: number) => Rings,
): Mask | null {
  const patch = bed && records.regions[bed.regionId];
  const area = maskArea(
    keepOuts.map((id): KeptArea => {
      const keepOut = records.keepOuts[id]!;
      const { keep, clearance, of } = keepOut;
      const not = keep === 'out' ? but : null;
      const rings =
        of.kind === 'designs'
          ? unionOf(
              keptPatches(keepOut, records.regions).flatMap((one) =>
                one.id === not ? [] : [outlineIn(one, of.bridge)],
              ),
            )
          : ringsOfEdges(keepOutEdges(keepOut, records.regions, shapeOf, not));
      return { rings, keep, clearance };
    }),
    patch ? { rings: ringsOfEdges([shapeOf(patch)]), clearance: bed.margin! } : null,
  );
  return area && maskOf(area);
}
