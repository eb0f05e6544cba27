import type { Point, PointMaker } from '@gorse/core';
import { fromScreen, type View, zoomView } from './view.ts';

/** What a press on the cloth begins, in millimetres: it is moved, and then ended or taken back. */
export interface Tool<P extends Point> {
  /** `free`: Alt or Ctrl is held, for what isn't done by chance. */
  move(p: P, free: boolean): void;
  end(p: P, free: boolean): void;
  cancel(): void;
}

/** What the hand works on, as it is shown now. */
export interface Ground<P extends Point> {
  readonly view: View;
  /** Of which space its places are. */
  readonly space: PointMaker<P>;
  readonly look: (view: View) => void;
  /** The tool that a press begins; null lets it pan. */
  readonly press: (p: P) => Tool<P> | null;
  /** A press and release in one place, where no tool was begun. */
  readonly pick: (p: P) => void;
  /** A pointer that passes over a place. */
  readonly hover: (p: P) => void;
}

/** Pixels that a pointer wanders without meaning to move anything. */
const SLACK = 5;

type Doing<P extends Point> =
  | { readonly what: 'tool'; readonly tool: Tool<P>; readonly view: View; readonly from: Point; moved: boolean }
  | { readonly what: 'pan'; readonly view: View; readonly from: Point; moved: boolean }
  | { readonly what: 'pinch'; readonly view: View; readonly middle: Point; readonly spread: number };

/**
 * Pointers on the cloth, by their ids: one carries a tool or pans, two pan and zoom; a second one takes back what the first began, since it was
 * meant for looking. Positions are pixels of the window.
 */
export class Hand<P extends Point> {
  private readonly down = new Map<number, Point>();
  private doing: Doing<P> | null = null;

  /** A tool is in the hand. */
  get holdsTool(): boolean {
    return this.doing?.what === 'tool';
  }

  has(pointer: number): boolean {
    return this.down.has(pointer);
  }

  /** @param pans whatever lies there, as the middle button does */
  press(ground: Ground<P>, pointer: number, at: Point, pans = false): void {
    this.down.set(pointer, at);
    const { view } = ground;
    if (this.down.size === 1) {
      const tool = pans ? null : ground.press(fromScreen(view, at, ground.space));
      const begun = { view, from: at, moved: false };
      this.doing = tool ? { what: 'tool', tool, ...begun } : { what: 'pan', ...begun };
    } else {
      if (this.doing?.what === 'tool') this.doing.tool.cancel();
      this.doing = { what: 'pinch', view, ...this.pair() };
    }
  }

  move(ground: Ground<P>, pointer: number, at: Point, free: boolean): void {
    if (!this.down.has(pointer)) return;
    this.down.set(pointer, at);
    const { doing } = this;
    if (!doing) return;
    if (doing.what === 'pinch') {
      const { middle, spread } = this.pair();
      const moved = shifted(doing.view, doing.middle, middle);
      ground.look(doing.spread > 0 ? zoomView(moved, middle, spread / doing.spread) : moved);
      return;
    }
    doing.moved ||= Math.abs(at.x - doing.from.x) + Math.abs(at.y - doing.from.y) > SLACK;
    if (!doing.moved) return;
    if (doing.what === 'tool') doing.tool.move(fromScreen(doing.view, at, ground.space), free);
    else ground.look(shifted(doing.view, doing.from, at));
  }

  /** A pointer that isn't down passes over. */
  hover(ground: Ground<P>, at: Point): void {
    ground.hover(fromScreen(ground.view, at, ground.space));
  }

  release(ground: Ground<P>, pointer: number, at: Point, free: boolean): void {
    if (!this.down.delete(pointer)) return;
    const { doing } = this;
    this.doing = null;
    const [left] = this.down.values();
    // One finger of two goes on panning, and picks nothing.
    if (left) this.doing = { what: 'pan', view: ground.view, from: left, moved: true };
    else if (doing?.what === 'tool') doing.tool.end(fromScreen(doing.view, at, ground.space), free);
    else if (doing?.what === 'pan' && !doing.moved) ground.pick(fromScreen(ground.view, at, ground.space));
  }

  /** Takes back what is under way: Escape, or a pointer that was lost. */
  cancel(): void {
    if (this.doing?.what === 'tool') this.doing.tool.cancel();
    this.doing = null;
    this.down.clear();
  }

  private pair(): { readonly middle: Point; readonly spread: number } {
    const [a, b = a] = [...this.down.values()];
    return {
      middle: { x: (a!.x + b!.x) / 2, y: (a!.y + b!.y) / 2 },
      spread: Math.hypot(a!.x - b!.x, a!.y - b!.y),
    };
  }
}

const shifted = (view: View, from: Point, to: Point): View => ({
  ...view,
  x: view.x + to.x - from.x,
  y: view.y + to.y - from.y,
});
