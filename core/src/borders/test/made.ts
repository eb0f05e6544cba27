import fc from 'fast-check';
import { type Border, evenBorder, SIDES } from '../../cloth/border.ts';
import { makeMap } from '../../cloth/quilt-map.ts';
import { plainGrid } from '../../cloth/settings/grid.ts';
import { polyline } from '../../geometry/polyline.ts';
import { wayOf } from '../answers.ts';
import type { BorderLook, BorderSet } from '../border-set.ts';
import { type BorderTask, borderTask } from '../border-task.ts';
import { layBorder } from '../lay-border.ts';
import { type BorderRoom, borderRoom } from '../room.ts';

/** A wave 60 long and 20 deep that runs on; it leans, so that a mirror shows. */
export const WAVE = [
  polyline(
    Array.from({ length: 121 }, (_, i) => ({
      x: i / 2,
      y: 10 * Math.sin((i * Math.PI) / 60 + 0.4 * Math.sin((i * Math.PI) / 60)),
    })),
  ),
];
/** The same, but it swings out beyond where it begins and ends. */
export const SWING = [
  polyline(
    Array.from({ length: 121 }, (_, i) => ({
      x: i / 2 - 16 * Math.sin((i * Math.PI) / 60),
      y: 10 - 10 * Math.cos((i * Math.PI) / 60),
    })),
  ),
];
/** A quarter of an arc, from the middle of a square's left side to the middle of its lower side. */
const TURN = [
  polyline(
    Array.from({ length: 31 }, (_, i) => ({
      x: 15 * Math.sin((i * Math.PI) / 60),
      y: -15 * Math.cos((i * Math.PI) / 60),
    })),
  ),
];

export const BLOCKS = (width: number, length: number) =>
  plainGrid({ across: 1, down: 1, blockWidth: width, blockHeight: length, sashing: 0 });
export const CLEAR = { outer: 0, inner: 0 };
export const room = (width: number, length: number, border: Border, binding = 6, clear = CLEAR): BorderRoom =>
  borderRoom(makeMap(BLOCKS(width, length), [border]), { border: 0, over: 1, clear }, binding)!;

export const LOOK: BorderLook = { corners: 'deadEnd', through: 'ends', fill: 0.8 };
export const taskOf = (
  at: BorderRoom,
  look: Partial<BorderLook> = {},
  stance: BorderSet['stance'] = 'round',
): BorderTask => borderTask(at, { lines: WAVE, corner: TURN }, { stance }, { ...LOOK, ...look })!;

/** Solved for the least stretch, and laid. */
export function laid(
  at: BorderRoom,
  look: Partial<BorderLook> = {},
  stance: BorderSet['stance'] = 'round',
  stretch: BorderSet['stretch'] = 'evenly',
  lines = WAVE,
) {
  const asked = { stance, stretch, wish: 'stretch', pinned: [], stones: true } as const;
  return layBorder(wayOf(at, { lines, corner: TURN }, asked, { ...LOOK, ...look })!, stretch);
}

export const someBorder = fc.record({
  width: fc.double({ min: 700, max: 2500, noNaN: true }),
  length: fc.double({ min: 700, max: 2500, noNaN: true }),
  border: fc
    .tuple(...SIDES.map(() => fc.double({ min: 60, max: 200, noNaN: true })))
    .map(([top, right, bottom, left]) => ({
      ...evenBorder(1),
      top: top!,
      right: right!,
      bottom: bottom!,
      left: left!,
    })),
});
