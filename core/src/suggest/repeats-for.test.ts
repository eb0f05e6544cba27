import { describe, expect, it } from 'vitest';
import { boxShape } from '../cloth/shape.ts';
import { seatIn } from '../fit/seat.ts';
import { clothPoint as p } from '../geometry/point.ts';
import { polyline } from '../geometry/polyline.ts';
import { usualStages } from '../plan/recipe.ts';
import { repeatsFor } from './repeats-for.ts';

/** 100 wide and 50 high, from side to side. */
const WAVE = [polyline([p(0, 25), p(30, 0), p(70, 50), p(100, 25)])];
const shape = boxShape(p(0, 0), p(400, 200));
const stages = { ...usualStages('d'), fit: { kind: 'corners', margins: [0], bend: 'even' } } as const;
const asked = (wanted: number, more: Partial<typeof stages> = {}) =>
  repeatsFor(WAVE, 10, { ...stages, ...more }, seatIn(shape, shape, 'patch'), wanted);

describe('how many copies make a spacing', () => {
  it('is told from the size that each comes out at', () => {
    // One copy is four times as large as drawn, so 40 mm apart; four by four are as drawn.
    expect(asked(40)).toEqual({ across: 1, down: 1, spacing: 40, stretch: 1 });
    expect(asked(10)).toEqual({ across: 4, down: 4, spacing: 10, stretch: 1 });
    expect(asked(13.4)).toMatchObject({ across: 3, down: 3 });
    // Turned upright the design is 50 wide and 100 high.
    const turned = asked(20, { orient: { angle: Math.PI / 2, mirror: false, up: 'patch' } } as never);
    expect(turned).toMatchObject({ spacing: expect.closeTo(20, 0) as number, stretch: expect.closeTo(1, 6) as number });
  });

  it('counts what lies between copies, and leaves a size of its own alone', () => {
    const apart = { ...stages.arrange, gapAcross: 100 };
    // Two copies with their own width between are three wide: 400/300 by 200/50.
    expect(asked(Math.sqrt((4 / 3) * 4) * 10, { arrange: apart })!.across).toBeLessThan(3);
    const own = {
      kind: 'place',
      scale: 1.5,
      pin: { spot: { kind: 'box', u: 0.5, v: 0.5 }, onto: { corner: null, x: 0, y: 0 } },
      second: null,
    };
    expect(asked(3, { fit: own } as never)).toEqual({ across: 1, down: 1, spacing: 15, stretch: 1 });
    expect(asked(10, { fit: { ...stages.fit, margins: [110] } } as never)).toBeNull();
  });
});
