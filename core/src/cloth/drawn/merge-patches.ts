import { distance, type Point } from '../../geometry/point.ts';
import { ringBounds, signedArea } from '../../geometry/polygon.ts';
import { boxesMeet, squaredDistanceToSegment } from '../../geometry/polyline.ts';
import { SAME_LANDMARK } from '../../tolerances.ts';
import type { Region } from '../region.ts';
import { type Control, type Shape, tracedShape } from '../shape.ts';
import { joinFamilies } from './families.ts';
import { withControlAt } from './move-corner.ts';
import type { PatchEdit } from './patch-edit.ts';
import { keptIds } from './split-patch.ts';

const APART = { refusal: 'These two have no seam in common. Choose one that lies beside it.' };

/** Makes one patch of two that have a seam in common. It stays the first of them; the second goes. */
export function mergePatches(regions: readonly Region[], one: Region, other: Region): PatchEdit {
  // Each has a control wherever the other has one on their seam.
  const a = withControlsOf(one.shape, other.shape);
  const b = withControlsOf(other.shape, one.shape);
  const isShared = (p: Control, q: Control, shape: Shape): boolean =>
    shape.some((r, i) => same(r.at, q.at) && same(shape[(i + 1) % shape.length]!.at, p.at));
  const left = [
    ...a.map((p, i) => [p, a[(i + 1) % a.length]!] as const).filter(([p, q]) => !isShared(p, q, b)),
    ...b.map((p, i) => [p, b[(i + 1) % b.length]!] as const).filter(([p, q]) => !isShared(p, q, a)),
  ];
  if (left.length === a.length + b.length) return APART;
  const ring: Control[] = [];
  const rest = [...left];
  for (let edge = rest.shift(); edge;) {
    ring.push(edge[0]);
    const end = edge[1].at;
    const next = rest.findIndex(([from]) => same(from.at, end));
    if (next < 0) break;
    [edge] = rest.splice(next, 1);
  }
  if (rest.length > 0 || ring.length < 3)
    return { refusal: 'Together they would go round a hole. Merge what lies between first.' };
  const put = [{ ...one, shape: keptIds(tracedShape(withoutStraight(ring)), one.shape) }];
  return { put: joinFamilies(put, regions), gone: [other.id] };
}

/** The patches that could be merged with one: they have a seam in common. */
export const mergeable = (regions: readonly Region[], one: Region): readonly Region[] =>
  regions.filter((other) => other.id !== one.id && meets(one, other) && 'put' in mergePatches([], one, other));

function meets(one: Region, other: Region): boolean {
  const { minX, maxX, minY, maxY } = ringBounds(one.shape.map(({ at }) => at));
  const off = SAME_LANDMARK;
  const near = { minX: minX - off, maxX: maxX + off, minY: minY - off, maxY: maxY + off };
  return boxesMeet(near, ringBounds(other.shape.map(({ at }) => at)));
}

const same = (p: Point, q: Point): boolean => distance(p, q) <= SAME_LANDMARK;

const withControlsOf = (shape: Shape, other: Shape): Shape =>
  other.reduce<Shape>((known, { at }) => withControlAt(known, at) ?? known, shape);

/** Without corners that the way goes straight through. */
function withoutStraight(ring: readonly Control[]): readonly Control[] {
  const kept = [...ring];
  for (let i = 0; kept.length > 3 && i < kept.length;) {
    const [p, q, r] = [kept.at(i - 1)!, kept[i]!, kept[(i + 1) % kept.length]!];
    const straight =
      q.corner && p.corner && r.corner && squaredDistanceToSegment(q.at.x, q.at.y, p.at, r.at) < SAME_LANDMARK ** 2;
    if (straight) kept.splice(i, 1);
    else i++;
  }
  return signedArea(kept.map(({ at }) => at)) === 0 ? ring : kept;
}
