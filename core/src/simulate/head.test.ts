import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clothPoint, distance, type FramePoint, framePoint, type Point } from '../geometry/point.ts';
import { fullReach, GENERIC_FRAME } from '../passes/frame-profile.ts';
import type { FrameReply, HeadCommand, LoadCommand } from '../frame/frame-link.ts';
import { commandHead, headState, standInProfile } from './head.ts';
import { type Head, newHead } from './head-model.ts';
import { advanceHead, mountHead } from './head-motion.ts';
import { makeTrueCloth, PIECED_CLOTH } from './true-cloth.ts';

const profile = standInProfile(() => 0);
const line = Array.from({ length: 41 }, (_, i) => [100 + 2.5 * i, 200]).flat();

const QUILT = 'Harbour Lights';

/** The quilt is rolled; a needle that is down is carried along with the cloth. */
interface Rolled {
  readonly rolledTo: number;
  /** Another quilt is put on. */
  readonly quilt?: string;
  readonly carried: FramePoint;
}

/** Does commands one after the other; a number lets so many seconds pass. */
function drive(
  steps: readonly (HeadCommand | Rolled | number)[],
  head: Head = { ...newHead(), quilt: QUILT },
): { head: Head; replies: FrameReply[] } {
  const replies: FrameReply[] = [];
  for (const step of steps) {
    const next =
      typeof step === 'number'
        ? advanceHead(head, step)
        : 'rolledTo' in step
          ? mountHead(head, step.quilt ?? QUILT, step.rolledTo, step.carried)
          : commandHead(head, step, profile);
    head = next.head;
    replies.push(...next.replies);
  }
  return { head, replies };
}
const kinds = (replies: readonly FrameReply[]): string[] => replies.map((r) => (r.type === 'event' ? r.kind : r.type));
const OF_RUN = { run: 'r', hash: 'h', stroke: 0 };
const load: LoadCommand = { type: 'load', ...OF_RUN, advance: 0, points: line, from: 0 };
const start: HeadCommand = { type: 'start', run: 'r', hash: 'h' };
const ready: (HeadCommand | number)[] = [load, { type: 'goTo', x: 100, y: 200 }, 10, { type: 'bobbinThread' }];

describe('the stand-in head', () => {
  it('stitches a line from the first hole to the last', () => {
    const { head, replies } = drive([...ready, start, 60]);
    expect(kinds(replies)).toEqual(['loaded', 'bobbinThreadUp', 'started', 'finished']);
    expect(head).toMatchObject({ needle: 'up', at: { x: 200, y: 200 }, stroke: { stitch: 40 } });
    // 40 stitches of 2.5 mm dip 3 mm each.
    expect(120_000 - head.bobbin).toBeCloseTo(40 * 5.5, 6);
  });

  it('goes on at another speed from where it is, and says so', () => {
    const midway = drive([...ready, start, 0.8]).head;
    const slow = drive([{ type: 'speed', percent: 50 }], midway);
    expect(kinds(slow.replies)).toEqual(['speed50']);
    const [before, after] = [headState(midway), headState(slow.head)];
    expect([after.x, after.y, after.speed, after.run!.stitch]).toEqual([before.x, before.y, 50, before.run!.stitch]);
    // Half as fast between the ends; coming to rest takes less than twice as long.
    expect(after.run!.secondsLeft / before.run!.secondsLeft).toBeGreaterThan(1.8);
    expect(after.run!.secondsLeft / before.run!.secondsLeft).toBeLessThan(2);
    const end = drive([after.run!.secondsLeft + 1e-6], slow.head);
    expect(kinds(end.replies)).toEqual(['finished']);
    // Chosen beforehand, or along a rehearsal, it is no event until stitching starts.
    const chosen = drive([{ type: 'speed', percent: 150 }, ...ready, start]);
    expect(kinds(chosen.replies)).toEqual(['loaded', 'bobbinThreadUp', 'started', 'speed150']);
    const rehearsing = drive([load, { type: 'goTo', x: 100, y: 200 }, 10, { type: 'rehearse' }, 0.5]).head;
    expect(drive([{ type: 'speed', percent: 25 }], rehearsing).replies).toEqual([]);
    expect(drive([{ type: 'speed', percent: 25 }, 0], rehearsing).head.at).toEqual(rehearsing.at);
  });

  it('travels no faster than it can', () => {
    const half = drive([{ type: 'goTo', x: 1000, y: 0 }, 2]).head;
    expect(half.at.x).toBeCloseTo(250 * 2 - 250 ** 2 / (2 * 1200), 6);
    expect(drive([4], half).head).toMatchObject({ at: { x: 1000, y: 0 }, motion: null });
  });

  it('asks for the bobbin thread, the starting hole and a mended thread', () => {
    expect(kinds(drive([load, start]).replies)).toEqual(['loaded', 'refused']);
    expect(kinds(drive([...ready.slice(0, 3), start]).replies)).toEqual(['loaded', 'refused']);
    const broke = drive([...ready, start, 0.5, { type: 'fault', fault: 'threadBroke' }, start]);
    expect(kinds(broke.replies)).toEqual(['loaded', 'bobbinThreadUp', 'started', 'threadBroke', 'refused']);
    expect(broke.head.stroke!.stitch).toBeGreaterThan(3);
  });

  it('pauses and goes on from the same place, however long it waits', () => {
    const paused = drive([...ready, start, 0.7, { type: 'pause' }]);
    const waited = drive([100], paused.head);
    expect(waited.head).toEqual(paused.head);
    expect(kinds(drive([{ type: 'resume' }, 60], waited.head).replies)).toEqual(['resumed', 'finished']);
  });

  it('goes on from a hole in the middle', () => {
    const from: HeadCommand = { ...load, from: 20 };
    const { head, replies } = drive([from, { type: 'goTo', x: 150, y: 200 }, 10, { type: 'bobbinThread' }, start, 60]);
    expect(kinds(replies).at(-1)).toBe('finished');
    expect(120_000 - head.bobbin).toBeCloseTo(20 * 5.5, 6);
  });

  it('stops when the bobbin is empty', () => {
    const { head, replies } = drive([...ready, start, 60], { ...newHead(), bobbin: 50 });
    expect(kinds(replies).at(-1)).toBe('bobbinEmpty');
    expect(head.needle).toBe('up');
    expect(drive([{ type: 'fault', fault: null }], head).head.bobbin).toBe(120_000);
  });

  it('refuses what lies outside its reach', () => {
    expect(kinds(drive([{ type: 'jog', dx: -1, dy: 0 }]).replies)).toEqual(['refused']);
    expect(kinds(drive([{ ...load, points: [0, 0, 0, 9999] }]).replies)).toEqual(['refused']);
  });

  it('bends the rails while hands are on it, and lets them spring back', () => {
    const carried = drive([{ type: 'carry', x: 600, y: 100 }, 5]).head;
    const read = (head: Head) => drive([{ type: 'touch' }], head).replies[0] as { x: number };
    expect(read(carried).x - 600).toBeGreaterThan(0.5);
    expect(read(drive([2], carried).head).x).toBeCloseTo(600, 1);
  });

  it('rolled with the needle down goes along with the cloth; what was loaded holds no longer', () => {
    const down = drive([...ready, { type: 'needle', position: 'down' }]).head;
    const carried = framePoint(101, 20);
    const { head, replies } = drive([{ rolledTo: 1, carried }, start, load], down);
    expect(head).toMatchObject({ at: carried, needle: 'down', stroke: null });
    expect(
      replies.map((one) => (one.type === 'refused' ? one.sentence : one.type === 'event' ? one.kind : '')),
    ).toEqual([
      'unloaded',
      'No line is loaded.',
      'This line was lined up before the quilt was rolled or moved. Line up again, then load it.',
    ]);
    expect(drive([{ rolledTo: 1, carried }]).head.at).toEqual(newHead().at);
    // Another quilt in the same advance is another cloth.
    expect(drive([...ready, { rolledTo: 0, carried, quilt: 'Tide Table' }]).head.stroke).toBeNull();
    expect(drive([...ready, { rolledTo: 0, carried }]).head.stroke).not.toBeNull();
  });

  it('keeps every interlock whatever it is told', () => {
    const coordinate = fc.integer({ min: -50, max: 400 });
    const command: fc.Arbitrary<HeadCommand | Rolled | number> = fc.oneof(
      fc.double({ min: 0, max: 3, noNaN: true }),
      fc.record({ type: fc.constant('jog' as const), dx: coordinate, dy: coordinate }),
      fc.record({ type: fc.constantFrom('goTo' as const, 'carry' as const), x: coordinate, y: coordinate }),
      fc.constant({ type: 'goTo' as const, x: 100, y: 200 }),
      fc.record({ type: fc.constant('needle' as const), position: fc.constantFrom('up' as const, 'down' as const) }),
      fc.record({ type: fc.constant('fault' as const), fault: fc.constantFrom('threadBroke' as const, null) }),
      fc.record({ rolledTo: fc.integer({ min: 0, max: 2 }), carried: fc.constant(framePoint(100, 200)) }),
      fc.integer({ min: 0, max: 2 }).map((advance) => ({ ...load, advance })),
      fc.constant(load),
      fc.constantFrom(start, { ...start, run: 'other' }, { ...start, hash: 'old' }),
      fc
        .constantFrom(...(['bobbinThread', 'touch', 'rehearse', 'unload', 'pause', 'resume', 'stop'] as const))
        .map((type) => ({ type })),
    );
    fc.assert(
      fc.property(fc.array(command, { maxLength: 60 }), (steps) => {
        let head: Head = { ...newHead(), quilt: QUILT };
        let lined = 0;
        for (const step of steps) {
          const before = head;
          head = drive([step], head).head;
          if (
            head.stroke &&
            head.stroke !== before.stroke &&
            typeof step === 'object' &&
            'type' in step &&
            step.type === 'load'
          )
            lined = step.advance;
          const rolled = typeof step === 'object' && 'rolledTo' in step;
          const moved = distance(before.at, head.at) > 0;
          // Only the cloth itself may carry a head whose needle is down.
          if (moved && before.motion?.kind !== 'stroke') expect(before.needle === 'up' || rolled).toBe(true);
          if (moved && !rolled) expect(before.paused).toBe(false);
          if (head.motion && headState(head).mode !== 'stitching' && !head.paused) expect(head.needle).toBe('up');
          // Nothing is stitched by a line-up older than the last advance.
          if (head.stroke) expect(lined).toBe(head.advance);
          expect(
            head.at.x >= 0 &&
              head.at.x <= GENERIC_FRAME.width &&
              head.at.y >= 0 &&
              head.at.y <= fullReach(GENERIC_FRAME),
          ).toBe(true);
          const stopped = drive([{ type: 'stop' }, 0.02], head).head;
          expect(stopped).toMatchObject({ at: head.at, motion: null, needle: 'up', paused: false });
        }
      }),
      { seed: 1, numRuns: 300 },
    );
  });
});

describe('the true cloth', () => {
  it('is the same for the same seed and differs a little from the plan', () => {
    const make = (seed: number) => makeTrueCloth(seed, PIECED_CLOTH, clothPoint(500, 250), framePoint(60, 40));
    const p = clothPoint(275, 50);
    expect(make(5)(p)).toEqual(make(5)(p));
    expect(distance(make(5)(p), make(6)(p))).toBeGreaterThan(0.5);
    const shift = distance<Point>(make(5)(p), p);
    expect(shift).toBeGreaterThan(10);
    expect(shift).toBeLessThan(200);
  });
});
