import { checkedFrameReply } from '@gorse/contract';
import { BEAT_EVERY, FRAME_LINK_VERSION, type FrameCommand, type FrameReply, SILENCE } from '@gorse/core';
import { WebSocket } from 'ws';

/** Wait before a lost link is tried again, in ms. */
const RETRY = 1000;
/** A view of a whole quilt with all that is stitched on it. */
const LONGEST_REPLY = 64 * 1024 * 1024;

export interface FrameListener {
  reply(reply: FrameReply): void;
  /** It said something that no frame says. */
  nonsense(error: unknown): void;
  link(up: boolean): void;
  /** It has not said a word for too long; the link is given up. */
  silent(): void;
}

/** Gorse's end of the frame link: keeps it up, lets nothing through that isn't as agreed, and knows no more of the frame than it says. */
export class FrameLink {
  private socket: WebSocket | null = null;
  private closed = false;
  private retry: NodeJS.Timeout | undefined;
  private heard = 0;
  private readonly beats: NodeJS.Timeout;

  constructor(
    private readonly url: string,
    private readonly listener: FrameListener,
  ) {
    this.beats = setInterval(() => this.beat(), BEAT_EVERY);
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
    clearInterval(this.beats);
    this.socket?.terminate();
  }

  private beat(): void {
    if (!this.send({ type: 'beat' })) return;
    if (performance.now() - this.heard <= SILENCE) return;
    this.listener.silent();
    this.socket?.terminate();
  }

  private connect(): void {
    const socket = new WebSocket(this.url, {
      perMessageDeflate: false,
      maxPayload: LONGEST_REPLY,
      handshakeTimeout: SILENCE,
    });
    this.socket = socket;
    socket.on('open', () => {
      this.heard = performance.now();
      this.send({ type: 'hello', version: FRAME_LINK_VERSION });
      this.listener.link(true);
    });
    socket.on('message', (data) => {
      this.heard = performance.now();
      try {
        this.listener.reply(checkedFrameReply(JSON.parse((data as Buffer).toString('utf8'))));
      } catch (error) {
        this.listener.nonsense(error);
      }
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
