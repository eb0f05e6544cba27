import { minus, type Point } from '../geometry/point.ts';
import { cornerMean } from '../geometry/polygon.ts';

/** The rectangle that stands for a quad: turned with it, as wide and high as its shorter opposite sides allow. */
export interface UprightBox<P extends Point> {
  readonly centre: P;
  /** Radians from the x axis to the box's width. */
  readonly angle: number;
  readonly width: number;
  readonly height: number;
}

/** The angle is the mean of the four edges', each turned to the horizontal; exact for every rectangle. Throws on other than four corners. */
export function uprightBox<P extends Point>(quad: readonly P[]): UprightBox<P> {
  const [tl, tr, br, bl] = quad;
  if (!tl || !tr || !br || !bl || quad.length !== 4)
    throw new RangeError(`a quad has four corners, not ${quad.length}`);
  const across = [minus<Point>(tr, tl), minus<Point>(br, bl)] as const;
  const down = [minus<Point>(bl, tl), minus<Point>(br, tr)] as const;
  const direction = [...across, ...down.map((d) => ({ x: d.y, y: -d.x }))].reduce(
    (sum, d) => {
      const length = norm(d) || 1;
      return { x: sum.x + d.x / length, y: sum.y + d.y / length };
    },
    { x: 0, y: 0 },
  );
  const angle = Math.atan2(direction.y, direction.x);
  const u = { x: Math.cos(angle), y: Math.sin(angle) };
  return {
    centre: cornerMean(quad),
    angle,
    width: Math.min(...across.map((d) => d.x * u.x + d.y * u.y)),
    height: Math.min(...down.map((d) => d.y * u.x - d.x * u.y)),
  };
}

const norm = (p: Point): number => Math.sqrt(p.x * p.x + p.y * p.y);
