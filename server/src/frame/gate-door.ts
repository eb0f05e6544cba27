import type { ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import type { Logger } from 'pino';
import type { Config } from '../config.ts';
import type { ToDesk, ToGate } from '../gate/messages.ts';
import type { GateSettings } from '../gate/screen-socket.ts';
import type { StandInListens, StandInSettings } from '../stand-in/stand-in-process.ts';
import { forked } from './forked.ts';

/** Wait before a process that ended is started again, ms. */
const RETRY = 500;
/** A process has so long to end by itself, ms. */
const LONGEST_END = 2000;

/** Lets a process end by itself, which holds the needle first; one that doesn't is ended. */
async function ended(child: ChildProcess): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = once(child, 'exit');
  if (child.connected) child.disconnect();
  const timer = setTimeout(() => child.kill('SIGKILL'), LONGEST_END);
  await gone;
  clearTimeout(timer);
}

/** The desk's way to the gate, whose process it keeps up. */
export class GateDoor {
  private child: ChildProcess | null = null;
  private standIn: ChildProcess | null = null;
  private url: string | null = null;
  private closed = false;
  private listensOn: number | null = null;
  private lastPort: number | null = null;
  private listens: () => void = () => undefined;
  /** Resolves when it first listens. */
  readonly ready = new Promise<void>((resolve) => (this.listens = resolve));

  constructor(
    private readonly settings: GateSettings,
    config: Pick<Config, 'frameLink' | 'frameSpeed' | 'frameSeed'>,
    private readonly hear: (message: ToDesk) => void,
    private readonly log: Logger,
  ) {
    this.startGate();
    if (config.frameLink !== null) this.frameIsAt(config.frameLink);
    else this.startStandIn({ port: 0, speed: config.frameSpeed, seed: config.frameSeed });
  }

  /** Where the screens' sockets are; null while it isn't up. */
  get port(): number | null {
    return this.listensOn;
  }

  send(message: ToGate): void {
    // What is said while it is away is said again when it is back.
    if (this.child?.connected) this.child.send(message, () => undefined);
  }

  /** Resolves when the processes have ended. */
  async close(): Promise<void> {
    this.closed = true;
    await Promise.all([this.child, this.standIn].flatMap((child) => (child ? [ended(child)] : [])));
  }

  private frameIsAt(url: string): void {
    this.url = url;
    if (this.listensOn !== null) this.send({ type: 'frame', url });
  }

  private startGate(): void {
    // Started again, it listens where the screens know it.
    const child = forked('gate', 'gate-process', { ...this.settings, port: this.lastPort ?? this.settings.port });
    this.child = child;
    child.on('message', (message: ToDesk) => {
      if (this.closed) return;
      if (message.type === 'listening') {
        this.listensOn = message.port;
        this.lastPort = message.port;
        this.listens();
        if (this.url !== null) this.send({ type: 'frame', url: this.url });
      }
      this.hear(message);
    });
    this.whenGone(child, 'the gate', () => {
      this.listensOn = null;
      this.hear({ type: 'mode', mode: null });
      this.hear({ type: 'link', up: false });
      this.startGate();
    });
  }

  private startStandIn(settings: StandInSettings): void {
    const child = forked('stand-in', 'stand-in-process', settings);
    this.standIn = child;
    child.on('message', ({ port }: StandInListens) => {
      if (this.closed) return;
      const isFirst = this.url === null;
      settings = { ...settings, port };
      if (isFirst) this.frameIsAt(`ws://127.0.0.1:${port}/frame-link`);
    });
    this.whenGone(child, 'the stand-in', () => this.startStandIn(settings));
  }

  private whenGone(child: ChildProcess, what: string, again: () => void): void {
    child.on('error', (error) => this.log.error({ err: error }, `${what} failed`));
    child.on('exit', (code) => {
      if (this.closed) return;
      this.log.error({ code }, `${what} ended; it is started again`);
      setTimeout(() => {
        if (!this.closed) again();
      }, RETRY);
    });
  }
}
