import { useEffect, useLayoutEffect, useRef } from 'react';
import { sayToFrame } from '../../api/frame-socket.ts';

const ARROWS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** It may have been out of use a moment ago: its own Enter would be lost then. */
const isBigButton = (target: HTMLElement): boolean => target.closest('[data-testid="big-button"]') !== null;

interface Handlers {
  readonly step: () => number;
  readonly act: () => void;
  readonly faster: (up: boolean) => unknown;
}

/** Space stops from anywhere, a text field included; Enter presses the big button; arrows jog, Shift four steps; > and < stitch faster and slower. */
export function useFrameKeys(handlers: Handlers): void {
  const latest = useRef(handlers);
  // Before it is painted: a key pressed at what is seen must do what is seen.
  useLayoutEffect(() => {
    latest.current = handlers;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const target = event.target as HTMLElement;
      if (event.key === ' ') {
        event.preventDefault();
        event.stopPropagation();
        sayToFrame({ type: 'stop' });
        return;
      }
      const busy =
        target.closest('input, textarea, select, [role="radiogroup"], [role="listbox"], [role="dialog"]') !== null;
      if (busy || event.ctrlKey || event.metaKey) return;
      const arrow = ARROWS[event.key];
      if (arrow) {
        event.preventDefault();
        const by = latest.current.step() * (event.shiftKey ? 4 : 1);
        sayToFrame({ type: 'jog', dx: arrow[0] * by, dy: arrow[1] * by });
      } else if (event.key === '>' || event.key === '<') {
        event.preventDefault();
        latest.current.faster(event.key === '>');
      } else if (event.key === 'Enter' && (isBigButton(target) || target.closest('button, a') === null)) {
        event.preventDefault();
        latest.current.act();
      }
    };
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, []);
}
