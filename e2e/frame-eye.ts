import type { FrameAddress, ScreenMessage } from '@gorse/contract';
import { type FramePoint, framePoint, pointsIn, type TruePatch } from '@gorse/core';
import { WebSocket } from 'ws';
import { ask } from './ask.ts';

/** Where a patch's four corners truly lie on the frame: the eye of the person standing there. Only tests may compare with it. */
export async function seeCorners(address: string, quiltId: string, name: string): Promise<FramePoint[]> {
  const { port } = await ask<FrameAddress>(address, '/frame');
  const socket = new WebSocket(`ws://${new URL(address).hostname}:${port}/screen?quilt=${quiltId}`);
  const patches = await new Promise<readonly TruePatch[]>((resolve) => {
    socket.on('message', (data) => {
      const message = JSON.parse((data as Buffer).toString()) as ScreenMessage;
      if (message.type === 'view') resolve(message.patches);
    });
  });
  socket.close();
  const ring = pointsIn(Float64Array.from(patches.find((patch) => patch.name === name)!.ring), framePoint);
  return [0, 1, 2, 3].map((corner) => ring[(corner * ring.length) / 4]!);
}
