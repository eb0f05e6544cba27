import { checkedScreenCommand, ContractError, type ScreenMessage } from '@gorse/contract';
import type { WebSocket } from 'ws';
import { refusalOf } from './errors.ts';
import type { FrameDesk } from '../frame/frame-desk.ts';

/** One Frame screen: its commands are checked and passed on, and all that happens at the frame is told. */
export async function serveScreen(socket: WebSocket, desk: FrameDesk, quiltId: string): Promise<void> {
  const tell = (message: ScreenMessage): void => {
    if (socket.readyState === socket.OPEN) socket.send(JSON.stringify(message));
  };
  const screen = { quiltId, tell };
  socket.on('message', (data) => {
    try {
      desk.command(screen, checkedScreenCommand(JSON.parse((data as Buffer).toString('utf8'))));
    } catch (error) {
      const sentence =
        error instanceof ContractError
          ? error.message
          : 'The frame was sent something it can’t read. Load this page again.';
      tell({ type: 'refused', command: 'hello', sentence });
    }
  });
  try {
    const leave = await desk.watch(screen);
    if (socket.readyState === socket.OPEN) socket.on('close', leave);
    else leave();
  } catch (error) {
    tell({
      type: 'refused',
      command: 'hello',
      sentence: refusalOf(error)?.message ?? 'The frame can’t be shown. Load this page again.',
    });
    socket.close(1011);
  }
}
