import { distance } from '../../geometry/point.ts';
import { signedArea } from '../../geometry/polygon.ts';
import { edgesOf, outlineOf, type Shape } from '../shape.ts';
import type { Region } from '../region.ts';

/** Sizes of patches that are alike differ by less than this, mm. */
const ALIKE = 1;
/** And the directions of their edges by less than this part of a turn's sine. */
const TURNED = 0.03;

/** What a patch looks like wherever it lies: its edges' lengths and how far each bends, clockwise. */
type Look = readonly { readonly length: number; readonly turn: number; readonly bow: number }[];

/**
 * The patches with families: those of one kind that would cover one another when they are moved and turned, not mirrored, share one. A family is
 * called by the first of it.
 */
export const inFamilies = (patches: readonly Region[]): Region[] => withFamilies(patches, new Map());

/** The same of patches that are new or changed: they join the families of others that they look like. */
export function joinFamilies(patches: readonly Region[], others: readonly Region[]): Region[] {
  const known: Families = new Map();
  const changed = new Set(patches.map(({ id }) => id));
  const counts = new Set(patches.map(({ shape }) => shape.length));
  const kinds = new Set(patches.map(({ kind }) => kind));
  const seen = new Set<string>();
  for (const { id, kind, family, shape } of others) {
    if (changed.has(id) || seen.has(family) || !kinds.has(kind) || !counts.has(shape.length)) continue;
    seen.add(family);
    const look = lookOf(shape);
    const key = keyOf(kind, look, stepOf(shape));
    known.set(key, [...(known.get(key) ?? []), { family, look }]);
  }
  return withFamilies(patches, known);
}

/**
 * All patches that are worked like one: those of its family, and of families of its kind whose patches are turned copies of it, such as the setting
 * triangles of another side. Blocks of another kind are worked otherwise, whatever their shape.
 */
export function patchesAlike(one: Region, all: readonly Region[]): readonly Region[] {
  const own = lookOf(one.shape);
  const like = new Map<string, boolean>([[one.family, true]]);
  return all.filter(({ kind, family, shape }) => {
    if (kind !== one.kind || (kind === 'block' && family !== one.family)) return false;
    // A family is known by the first of it.
    let is = like.get(family);
    if (is === undefined) {
      const look = lookOf(shape);
      like.set(family, (is = look.length === own.length && isAlike(own, look)));
    }
    return is;
  });
}

/** Looks that are known, by kind, number of edges and about how large. */
type Families = Map<string, readonly { readonly family: string; readonly look: Look }[]>;

const stepOf = (shape: Shape): number => Math.round(Math.sqrt(Math.abs(signedArea(outlineOf(shape)))) / (4 * ALIKE));
const keyOf = (kind: string, look: Look, step: number): string => `${kind} ${look.length} ${step}`;

function withFamilies(patches: readonly Region[], known: Families): Region[] {
  return patches.map((patch) => {
    const look = lookOf(patch.shape);
    const step = stepOf(patch.shape);
    const alike = [step - 1, step, step + 1]
      .flatMap((near) => known.get(keyOf(patch.kind, look, near)) ?? [])
      .find((one) => isAlike(one.look, look));
    const family = alike?.family ?? `alike-${patch.id}`.slice(0, 64);
    if (!alike) {
      const key = keyOf(patch.kind, look, step);
      known.set(key, [...(known.get(key) ?? []), { family, look }]);
    }
    return { ...patch, family };
  });
}

function lookOf(shape: Shape): Look {
  const edges = edgesOf(shape).map(({ line }) => line);
  return edges.map((line, i) => {
    const [a, b] = [line[0]!, line.at(-1)!];
    const before = edges.at(i - 1)!;
    const [c, d] = [before[0]!, before.at(-1)!];
    const length = line.reduce((sum, p, k) => (k === 0 ? 0 : sum + distance(line[k - 1]!, p)), 0);
    const cross = (d.x - c.x) * (b.y - a.y) - (d.y - c.y) * (b.x - a.x);
    const turn = cross / (distance(a, b) * distance(c, d) || 1);
    // How far its middle lies off the chord, with its side.
    const middle = line[line.length >> 1]!;
    const bow = ((b.x - a.x) * (middle.y - a.y) - (b.y - a.y) * (middle.x - a.x)) / (distance(a, b) || 1);
    return { length, turn, bow: line.length > 2 ? bow : 0 };
  });
}

const isAlike = (one: Look, other: Look): boolean =>
  one.some((_, from) =>
    one.every((edge, i) => {
      const { length, turn, bow } = other[(from + i) % other.length]!;
      return (
        Math.abs(edge.length - length) < ALIKE &&
        Math.abs(edge.turn - turn) < TURNED &&
        Math.abs(edge.bow - bow) < 2 * ALIKE
      );
    }),
  );
