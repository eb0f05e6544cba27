import { describe, expect, it } from 'vitest';
import { evenBorder } from '../cloth/border.ts';
import { clothPoint } from '../geometry/point.ts';
import { wayOf } from './answers.ts';
import { UNBENT } from '../cloth/bend.ts';
import type { BorderStretch } from './border-set.ts';
import { stretchByPlace, worstPlace } from './stretch-by-place.ts';
import { LOOK, room, WAVE } from './test/made.ts';

/** Strips of 988 and, between those, 800 mm; the wave is 282 mm long where it is as deep as the strip. */
const wayWith = (stretch: BorderStretch) =>
  wayOf(
    room(1000, 1000, evenBorder(100)),
    { lines: WAVE, corner: null },
    { stance: 'round', stretch, wish: 'stretch', pinned: [], stones: false },
    { ...LOOK, fill: 1 },
  )!;

describe('stretch by place', () => {
  it('is that of the repeats where edges run as planned', () => {
    const way = wayWith('evenly');
    const sides = stretchByPlace(way, 'evenly', UNBENT);
    for (const { side, places } of sides) {
      const { stretch } = way.counts.sides.find((one) => one.side === side)!;
      for (const { along, across } of places)
        expect([along - stretch, across].every((off) => Math.abs(off) < 1e-9)).toBe(true);
    }
    expect(worstPlace(sides)!.along).toBeCloseTo(
      way.counts.sides.map(({ stretch }) => stretch).sort((a, b) => Math.abs(b) - Math.abs(a))[0]!,
      9,
    );
  });

  it('is in the middle repeat alone where that gives way', () => {
    const [top] = stretchByPlace(wayWith('middle'), 'middle', UNBENT);
    const stretched = top!.places.filter(({ along }) => Math.abs(along) > 1e-9);
    expect(stretched.length).toBeGreaterThan(0);
    expect(stretched.length).toBeLessThan(top!.places.length / 2);
  });

  it('has that of the cloth too, and names where it is most', () => {
    // A tenth wider down the top border, which is 94 mm deep, in its right half only.
    const bend = ({ x, y }: { x: number; y: number }) => clothPoint(x, y < 100 && x > 600 ? y - (100 - y) / 10 : y);
    const sides = stretchByPlace(wayWith('evenly'), 'evenly', bend);
    const worst = worstPlace(sides.filter(({ side }) => side === 'top'))!;
    expect(worst.at).toBeGreaterThan(590);
    expect(worst.across).toBeCloseTo(0.1, 9);
  });

  it('is nowhere worst without sides', () => expect(worstPlace([])).toBeNull());
});
