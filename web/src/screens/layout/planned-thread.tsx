import { useEffect, useMemo, useRef, useState } from 'react';
import { carriedFrom, type Pane } from '../../canvas/use-view.ts';
import { useIsMoving } from '../../document/proposal.ts';
import { planner } from '../../planning-worker/link.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import type { PictureLook } from '../../planning-worker/thread-picture.ts';
import { newestOnly } from '../../ui/newest-only.ts';
import { tellError } from '../../ui/notices.ts';
import { MOORLAND } from '../../ui/theme.ts';

/** Everything planned, as thread on the cloth; but for one piece, which is being moved. It is drawn in the worker that has it, so that no number of stitches holds up the hand. */
export function PlannedThread({
  on,
  without = null,
  opacity = 1,
}: {
  readonly on: Pane;
  readonly without?: string | null;
  readonly opacity?: number;
}) {
  const { width, height } = on;
  const { scale, x, y } = on.view;
  const isMoving = useIsMoving();
  const look = useMemo<PictureLook>(
    () => ({
      view: { scale, x, y },
      ...{ width, height, isMoving, without },
      ratio: window.devicePixelRatio,
      colour: MOORLAND.slate,
    }),
    [scale, x, y, width, height, isMoving, without],
  );
  const canvas = useRef<HTMLCanvasElement>(null);
  const [picture] = useState(() => makePicture(() => canvas.current));
  useEffect(() => {
    picture.look(look);
    return usePlanned.subscribe((state, before) => {
      if (state.byRecord !== before.byRecord) picture.look(look);
    });
  }, [picture, look]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      data-testid="thread"
      style={{ position: 'absolute', transformOrigin: '0 0', opacity }}
    />
  );
}

/** A canvas that shows the last picture there is, carried to where the cloth is looked at now. */
function makePicture(canvas: () => HTMLCanvasElement | null) {
  let wanted: PictureLook | null = null;
  let shown: PictureLook | null = null;
  const carry = (): void => {
    const element = canvas();
    if (element && shown && wanted) element.style.transform = carriedFrom(shown.view, wanted.view);
  };
  const draw = newestOnly(async (look: PictureLook) => {
    try {
      const bitmap = await planner.now().picture(look);
      const element = canvas();
      if (!element) {
        bitmap.close();
        return;
      }
      element.width = bitmap.width;
      element.height = bitmap.height;
      element.style.width = `${look.width}px`;
      element.style.height = `${look.height}px`;
      element.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap);
      shown = look;
      carry();
    } catch (error) {
      tellError(error);
    }
  });
  return {
    look(next: PictureLook): void {
      wanted = next;
      carry();
      draw(next);
    },
  };
}
