import { signedArea } from '../../geometry/polygon.ts';
import type { Point } from '../../geometry/point.ts';
import type { Region } from '../region.ts';
import { outlineOf, type Shape } from '../shape.ts';

/** What a hand's work comes to: patches that are new or otherwise than before, and ids of those that go; or why it can't be done. */
export type PatchEdit =
  { readonly put: readonly Region[]; readonly gone: readonly string[] } | { readonly refusal: string };

export const isRefused = (edit: PatchEdit): edit is { readonly refusal: string } => 'refusal' in edit;

/** Smallest patch, mm². */
const LEAST_AREA = 25;
/** Outlines of more points are not searched for crossings: nobody draws so many by hand. */
const MOST_SEARCHED = 600;

/** What is wrong with a shape that a patch can't have; null when nothing is. */
export function shapeTrouble(shape: Shape): string | null {
  const ring = outlineOf(shape);
  if (signedArea(ring) < LEAST_AREA) return 'That leaves no cloth in the patch. Put its points farther apart.';
  return ring.length <= MOST_SEARCHED && crossesItself(ring)
    ? 'The edge of a patch can’t cross itself. Put the point on the other side.'
    : null;
}

function crossesItself(ring: readonly Point[]): boolean {
  const n = ring.length;
  for (let i = 0; i < n; i++) {
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue;
      if (cross(ring[i]!, ring[(i + 1) % n]!, ring[j]!, ring[(j + 1) % n]!)) return true;
    }
  }
  return false;
}

function cross(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point): number => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

/** A name that none has: the word itself, or the word with the first free number. */
export function freeName(word: string, named: readonly { readonly name: string }[], numbered = false): string {
  const taken = new Set(named.map(({ name }) => name));
  if (!numbered && !taken.has(word)) return word;
  for (let n = numbered ? 1 : 2; ; n++) {
    const name = numbered ? `${word} ${n}` : `${word} (${n})`;
    if (!taken.has(name)) return name;
  }
}
