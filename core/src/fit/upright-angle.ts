import { cornersOf, type Shape } from '../cloth/shape.ts';
import { minus, type Point } from '../geometry/point.ts';

/** Which way is across in a patch, radians from the x axis: of four corners the mean of the four edges', each turned to the horizontal; else 0. */
export function uprightAngle(shape: Shape): number {
  const corners = cornersOf(shape).map(({ at }) => at);
  const [tl, tr, br, bl] = corners;
  if (!tl || !tr || !br || !bl || corners.length !== 4) return 0;
  const across = [minus<Point>(tr, tl), minus<Point>(br, bl)];
  const down = [minus<Point>(bl, tl), minus<Point>(br, tr)];
  const direction = [...across, ...down.map((d) => ({ x: d.y, y: -d.x }))].reduce(
    (sum, d) => {
      const length = Math.sqrt(d.x * d.x + d.y * d.y) || 1;
      return { x: sum.x + d.x / length, y: sum.y + d.y / length };
    },
    { x: 0, y: 0 },
  );
  return Math.atan2(direction.y, direction.x);
}
