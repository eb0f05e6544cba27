import type { Point } from '@gorse/core';
import { type KeyboardEvent, type MouseEvent, type PointerEvent, useRef } from 'react';
import type { Tool } from '../tools/hand.ts';

/** A handle on an SVG picture: pressing it begins a tool. Captured, so that it ends wherever it is let go; Escape takes it back. */
export function useHandle<P extends Point>(begin: () => Tool<P>, at: (onPicture: Point) => P) {
  const tool = useRef<Tool<P> | null>(null);
  const take = (): Tool<P> | null => {
    const taken = tool.current;
    tool.current = null;
    return taken;
  };
  const moved = useRef(false);
  return {
    onPointerDown: (event: PointerEvent<SVGGraphicsElement>): void => {
      event.preventDefault();
      event.currentTarget.focus();
      event.currentTarget.setPointerCapture(event.pointerId);
      moved.current = false;
      tool.current = begin();
    },
    onPointerMove: (event: PointerEvent<SVGGraphicsElement>): void => {
      moved.current = true;
      tool.current?.move(at(placeOnPicture(event)), isFree(event));
    },
    onPointerUp: (event: PointerEvent<SVGGraphicsElement>): void => {
      const taken = take();
      if (moved.current) taken?.end(at(placeOnPicture(event)), isFree(event));
      else taken?.cancel();
    },
    // After it was let go there is nothing left to take back.
    onLostPointerCapture: (): void => take()?.cancel(),
    onKeyDown: (event: KeyboardEvent): void => {
      if (event.key === 'Escape') take()?.cancel();
    },
  };
}

/** Alt or Ctrl is held, for what isn't done by chance. */
export const isFree = ({ altKey, ctrlKey }: PointerEvent): boolean => altKey || ctrlKey;

/** Where a pointer is on the SVG picture that an element is or belongs to, in the units of its view box. */
export function placeOnPicture({ currentTarget, clientX, clientY }: MouseEvent<SVGGraphicsElement>): Point {
  const picture = currentTarget.ownerSVGElement ?? currentTarget;
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(picture.getScreenCTM()!.inverse());
  return { x, y };
}
