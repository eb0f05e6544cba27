import fc from 'fast-check';
import { expect, it } from 'vitest';
import { polygonShape } from '../cloth/shape.ts';
import { clothPoint, distance } from '../geometry/point.ts';
import { spotAt, spotIn } from './place.ts';
import { seatIn } from './seat.ts';

const SQUARE = polygonShape([clothPoint(0, 0), clothPoint(100, 0), clothPoint(100, 100), clothPoint(0, 100)]);
/** Tilted, so that across isn't the quilt's own. */
const SHAPE = polygonShape([clothPoint(10, 20), clothPoint(110, 40), clothPoint(90, 140), clothPoint(-10, 120)]);

it('a place of a patch is told from its corners and its middle, as it sits', () => {
  const seat = seatIn(SQUARE, SQUARE, 'quilt');
  expect(spotAt(seat, 1, clothPoint(97, 4))).toEqual({ corner: 1, x: -3, y: 4 });
  expect(spotAt(seat, null, clothPoint(53, 50))).toEqual({ corner: null, x: 3, y: 0 });
  const place = fc.double({ min: -500, max: 500, noNaN: true });
  fc.assert(
    fc.property(
      place,
      place,
      fc.constantFrom(null, 0, 1, 2, 3, 9),
      fc.constantFrom('quilt', 'patch'),
      (x, y, corner, up) => {
        const sat = seatIn(SHAPE, SHAPE, up);
        const at = clothPoint(x, y);
        expect(distance(spotIn(sat, spotAt(sat, corner, at)), at)).toBeLessThan(1e-9);
      },
    ),
    { seed: 15 },
  );
});
