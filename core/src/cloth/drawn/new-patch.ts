import { type ClothPoint, clothPoint } from '../../geometry/point.ts';
import { ringBounds } from '../../geometry/polygon.ts';
import type { Region, RegionKind } from '../region.ts';
import { type Control, movedShape, outlineOf, tracedShape } from '../shape.ts';
import type { Size } from '../size.ts';
import { joinFamilies } from './families.ts';
import { KIND_WORDS } from './kind-words.ts';
import { freeName, type PatchEdit, shapeTrouble } from './patch-edit.ts';

/** A patch drawn by its points. */
export function newPatch(
  regions: readonly Region[],
  points: readonly Pick<Control, 'at' | 'corner'>[],
  kind: RegionKind,
  id: string,
): PatchEdit {
  if (points.length < 3) return { refusal: 'A patch has three points or more. Put another.' };
  const shape = tracedShape(points);
  const trouble = shapeTrouble(shape);
  if (trouble !== null) return { refusal: trouble };
  const name = freeName(KIND_WORDS[kind], regions, true);
  return {
    put: joinFamilies([{ id, kind, name, origin: 'hand', family: `alike-${id}`, print: 0, shape }], regions),
    gone: [],
  };
}

/** Most copies at once. */
export const MOST_COPIES = 60;

/** Copies of a patch along a row, each so far from the one before; ids are given by `newId`. */
export function copiesOf(
  regions: readonly Region[],
  region: Region,
  step: { readonly x: number; readonly y: number },
  times: number,
  size: Size,
  newId: () => string,
): PatchEdit {
  const { minX, maxX, minY, maxY } = ringBounds(outlineOf(region.shape));
  const [x, y] = [step.x * times, step.y * times];
  if (minX + x < -NEAR || maxX + x > size.width + NEAR || minY + y < -NEAR || maxY + y > size.length + NEAR)
    return { refusal: 'So many copies would lie beyond the edge of the top. Make fewer, or set them closer.' };
  const put: Region[] = [];
  for (let i = 1; i <= times; i++) {
    const shape = movedShape(region.shape, ({ at }) => clothPoint(at.x + i * step.x, at.y + i * step.y));
    const name = freeName(region.name.replace(/ \d+$/, ''), [...regions, ...put], true);
    put.push({ ...region, id: newId(), name, origin: 'hand', shape });
  }
  return { put: joinFamilies(put, regions), gone: [] };
}

/** Patches that were read in, laid with the middle of them all in a place; called otherwise where their names are taken. */
export function laidAt(
  regions: readonly Region[],
  patches: readonly Region[],
  middle: ClothPoint,
  newId: () => string,
): PatchEdit {
  const { minX, maxX, minY, maxY } = ringBounds(patches.flatMap(({ shape }) => outlineOf(shape)));
  const [x, y] = [middle.x - (minX + maxX) / 2, middle.y - (minY + maxY) / 2];
  const put: Region[] = [];
  for (const patch of patches) {
    const shape = movedShape(patch.shape, ({ at }) => clothPoint(at.x + x, at.y + y));
    put.push({ ...patch, id: newId(), name: freeName(KIND_WORDS[patch.kind], [...regions, ...put], true), shape });
  }
  return { put: joinFamilies(put, regions), gone: [] };
}

/** What rounding may put beyond an edge, mm. */
const NEAR = 0.5;
