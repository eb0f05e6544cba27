import type { Point } from '@gorse/core';
import { type PointerEvent, type RefObject, useState } from 'react';
import { isFree } from '../ui/use-handle.ts';
import { type Ground, Hand } from '../tools/hand.ts';

/** The pointers over a picture, as a hand on what lies there. Captured, so that a gesture ends wherever it is let go. */
export function useHand<P extends Point>(ground: Ground<P> | null, frame: RefObject<HTMLElement | null>) {
  const [hand] = useState(() => new Hand<P>());
  const at = ({ clientX, clientY }: { readonly clientX: number; readonly clientY: number }): Point => {
    const box = frame.current?.getBoundingClientRect();
    return { x: clientX - (box?.left ?? 0), y: clientY - (box?.top ?? 0) };
  };
  return {
    at,
    /** Takes a tool back; false when there was none in the hand. */
    cancel(): boolean {
      if (!hand.holdsTool) return false;
      hand.cancel();
      return true;
    },
    events: {
      onPointerDown(event: PointerEvent): void {
        if (!ground) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        hand.press(ground, event.pointerId, at(event), event.button === 1);
      },
      onPointerMove(event: PointerEvent): void {
        if (!ground) return;
        if (hand.has(event.pointerId)) hand.move(ground, event.pointerId, at(event), isFree(event));
        else hand.hover(ground, at(event));
      },
      onPointerUp(event: PointerEvent): void {
        if (ground) hand.release(ground, event.pointerId, at(event), isFree(event));
      },
      onLostPointerCapture(event: PointerEvent): void {
        // After a release there is nothing left to take back.
        if (hand.has(event.pointerId)) hand.cancel();
      },
    },
  };
}
