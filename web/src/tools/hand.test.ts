import { plainPoint, type Point } from '@gorse/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { type Ground, Hand, type Tool } from './hand.ts';
import type { View } from './view.ts';

let hand: Hand<Point>;
let ground: Ground<Point> & { view: View };
let did: string[];
const tool = (p: Point): Tool<Point> => ({
  move: (to, free) => void did.push(`move ${to.x - p.x} ${to.y - p.y}${free ? ' free' : ''}`),
  end: (to) => void did.push(`end ${to.x - p.x} ${to.y - p.y}`),
  cancel: () => void did.push('cancel'),
});
beforeEach(() => {
  hand = new Hand();
  did = [];
  ground = {
    space: plainPoint,
    view: { scale: 2, x: 10, y: 10 },
    look: (view) => (ground.view = view),
    // Left of 100 mm lies something to carry.
    press: (p) => (p.x < 100 ? tool(p) : null),
    hover: (p) => void did.push(`hover ${p.x} ${p.y}`),
    pick: (p) => void did.push(`pick ${p.x} ${p.y}`),
  };
});
const at = (x: number, y: number): Point => ({ x, y });

describe('one pointer', () => {
  it('carries the tool that it pressed, in millimetres, once it moved on purpose', () => {
    hand.press(ground, 1, at(30, 30));
    hand.move(ground, 1, at(32, 32), false);
    expect(did).toEqual([]);
    hand.move(ground, 1, at(50, 30), false);
    hand.move(ground, 1, at(50, 40), true);
    hand.release(ground, 1, at(50, 40), false);
    expect(did).toEqual(['move 10 0', 'move 10 5 free', 'end 10 5']);
    hand.move(ground, 1, at(90, 90), false);
    expect(did).toHaveLength(3);
  });
  it('is over a place while nothing is pressed', () => {
    hand.hover(ground, at(30, 50));
    expect(did).toEqual(['hover 10 20']);
  });
  it('pans where there is no tool, and picks where it didn’t move', () => {
    hand.press(ground, 1, at(410, 30));
    hand.move(ground, 1, at(430, 20), false);
    hand.release(ground, 1, at(430, 20), false);
    expect(ground.view).toEqual({ scale: 2, x: 30, y: 0 });
    expect(did).toEqual([]);
    hand.press(ground, 1, at(430, 20));
    hand.release(ground, 1, at(431, 20), false);
    expect(did).toEqual(['pick 200.5 10']);
  });
  it('pans over a tool with the middle button', () => {
    hand.press(ground, 1, at(30, 30), true);
    hand.move(ground, 1, at(50, 30), false);
    expect([ground.view.x, did]).toEqual([30, []]);
  });
  it('lets go of what is taken back: nothing of it counts any more', () => {
    hand.press(ground, 1, at(30, 30));
    hand.move(ground, 1, at(50, 30), false);
    expect([hand.holdsTool, hand.has(1)]).toEqual([true, true]);
    hand.cancel();
    hand.move(ground, 1, at(60, 30), false);
    hand.release(ground, 1, at(60, 30), false);
    expect(did).toEqual(['move 10 0', 'cancel']);
    expect([hand.holdsTool, hand.has(1)]).toEqual([false, false]);
  });
});

describe('two pointers', () => {
  it('zoom about their middle and carry it along; what the first began is taken back', () => {
    hand.press(ground, 1, at(30, 30));
    hand.press(ground, 2, at(50, 30));
    expect(did).toEqual(['cancel']);
    hand.move(ground, 2, at(70, 30), false);
    // Twice as wide; what lay under (40, 30) lies under (50, 30).
    expect(ground.view).toEqual({ scale: 4, x: -10, y: -10 });
    hand.release(ground, 1, at(30, 30), false);
    hand.move(ground, 2, at(80, 30), false);
    hand.release(ground, 2, at(80, 30), false);
    expect(ground.view).toEqual({ scale: 4, x: 0, y: -10 });
    expect(did).toEqual(['cancel']);
  });
  it('in one place only pan', () => {
    hand.press(ground, 1, at(410, 30));
    hand.press(ground, 2, at(410, 30));
    hand.move(ground, 1, at(420, 30), false);
    expect(ground.view).toEqual({ scale: 2, x: 15, y: 10 });
  });
});
