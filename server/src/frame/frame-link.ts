import { FRAME_LINK_VERSION, type FrameCommand, type FrameReply } from '@gorse/core';
import { WebSocket } from 'ws';

/** Wait before a lost link is tried again, in ms. */
const RETRY = 1000;

export interface FrameListener {
  reply(reply: FrameReply): void;
  link(up: boolean): void;
}

/** Gorse's end of the frame link: keeps it up, and knows no more of the frame than it says. */
export class FrameLink {
  private socket: WebSocket | null = null;
  private closed = false;
  private retry: NodeJS.Timeout | undefined;

  constructor(
    private readonly url: string,
    private readonly listener: FrameListener,
  ) {
    this.connect();
  }

  get up(): boolean {
    return this.socket?.readyState === WebSocket.OPEN;
  }

  /** False when there is no link to send it over. */
  send(command: FrameCommand): boolean {
    if (!this.up) return false;
    this.socket?.send(JSON.stringify(command));
    return true;
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.retry);
    this.socket?.terminate();
  }

  private connect(): void {
    const socket = new WebSocket(this.url, { perMessageDeflate: false });
    this.socket = socket;
    socket.on('open', () => {
      this.send({ type: 'hello', version: FRAME_LINK_VERSION });
      this.listener.link(true);
    });
    socket.on('message', (data) => {
      this.listener.reply(JSON.parse((data as Buffer).toString('utf8')) as FrameReply);
    });
    socket.on('error', () => {
      // `close` follows and tries again.
    });
    socket.on('close', () => {
      if (this.closed) return;
      this.listener.link(false);
      this.retry = setTimeout(() => this.connect(), RETRY);
    });
  }
}
