import type { ScreenMessage } from '@gorse/contract';
import {
  advanceHead,
  advanceStateOf,
  commandHead,
  FRAME_LINK_VERSION,
  type FrameCommand,
  type FrameEvent,
  type FrameReply,
  GENERIC_FRAME,
  type Head,
  headState,
  type LoadCommand,
  type MountCommand,
  mountHead,
  newHead,
  safeArea,
  standInProfile,
} from '@gorse/core';
import { vi } from 'vitest';
import type { FrameListener } from '../gate/frame-link.ts';
import { Gate, type Link } from '../gate/gate.ts';
import type { OnPolesSeen, ToDesk } from '../gate/messages.ts';
import type { Screen } from '../gate/screens.ts';

export const POLES: OnPolesSeen = {
  quiltId: 'q',
  name: 'Tide Table',
  advances: advanceStateOf([{ kind: 'clamped', at: 0, pass: 0, rolled: 0, front: null }]),
  area: safeArea(GENERIC_FRAME, 0),
};
export const MOUNT = { type: 'mount', quilt: 'q', mounts: [], patches: [], stitched: [] } as unknown as MountCommand;
/** 201 holes, 2.5 mm apart. */
export const LINE: LoadCommand = {
  ...{ type: 'load', run: 'r', hash: 'h', stroke: 0, advance: 0, from: 0 },
  points: Array.from({ length: 201 }, (_, i) => [100 + 2.5 * i, 200]).flat(),
};

/** What a bridge may do to each message of the frame. */
export type Lie = (reply: FrameReply, told: readonly FrameReply[]) => readonly FrameReply[];
export const HONEST: Lie = (reply) => [reply];

/** A frame that keeps the protocol, behind a bridge that may not. */
class Frame implements Link {
  head: Head = newHead();
  readonly heard: FrameCommand[] = [];
  up = true;
  /** It takes commands, and answers none. */
  deaf = false;
  private events: FrameEvent[] = [];
  private readonly told: FrameReply[] = [];
  private readonly profile = standInProfile(() => 0);
  lie = HONEST;

  constructor(public listener: FrameListener) {}

  send(command: FrameCommand): boolean {
    if (!this.up) return false;
    this.heard.push(command);
    if (this.deaf) return true;
    if (command.type === 'mount') this.take(mountHead(this.head, command.quilt, 0, null));
    else if (command.type === 'again')
      this.events.filter(({ seq }) => seq >= command.from).forEach((one) => this.tell(one));
    else this.take(commandHead(this.head, command, this.profile));
    this.tell(headState(this.head));
    return true;
  }

  passes(seconds: number): void {
    this.take(advanceHead(this.head, seconds));
    this.tell(headState(this.head));
  }

  /** The link is lost, which stops all movement, and comes back. */
  blink(): void {
    this.up = false;
    this.listener.link(false);
    this.take(commandHead(this.head, { type: 'stop' }, this.profile));
    this.comeUp();
  }

  comeUp(): void {
    this.up = true;
    this.listener.link(true);
    this.send({ type: 'hello', version: FRAME_LINK_VERSION });
  }

  close(): void {
    this.up = false;
  }

  private take({ head, replies }: ReturnType<typeof commandHead>): void {
    this.head = head;
    for (const reply of replies) {
      if (reply.type === 'event') this.events.push(reply);
      this.tell(reply);
    }
  }

  private tell(reply: FrameReply): void {
    if (!this.up) return;
    for (const one of this.lie(reply, this.told)) this.listener.reply(one);
    this.told.push(reply);
  }
}

/** A gate with one frame and a desk that writes down what it hears, unless told not to. */
export function stand() {
  const told: ToDesk[] = [];
  let writes = true;
  /** The farthest hole that the log knows of. */
  let logged = 0;
  let frame!: Frame;
  const gate = new Gate(
    (message) => {
      told.push(message);
      if (message.type === 'held' && message.held) logged = Math.max(logged, message.held.stitch);
      if (message.type !== 'happened' && message.type !== 'progressed') return;
      if (!writes) return;
      logged = Math.max(logged, message.stitch);
      gate.take({ type: 'written', number: message.number });
    },
    { warn: () => undefined },
    (_url, listener) => (frame = new Frame(listener)),
  );
  gate.take({ type: 'frame', url: 'ws://frame' });
  const heard: ScreenMessage[] = [];
  const open = (quiltId = 'q', name = 'the computer', to = heard): Screen => {
    const screen: Screen = gate.opened(quiltId, name, (message) => {
      to.push(message);
      if (message.type === 'beat' && answers) gate.command(screen, message);
    });
    return screen;
  };
  let answers = true;
  const screen = open();
  frame.comeUp();
  gate.take({ type: 'mount', poles: POLES, command: MOUNT });
  const goes = (seconds: number): void => {
    for (let i = 0; i < seconds * 20; i++) {
      frame.passes(0.05);
      vi.advanceTimersByTime(50);
    }
  };
  let asks = 0;
  const load = (command = LINE, rehearsed = true): string | null => {
    gate.take({ type: 'load', ask: ++asks, command, rehearsed });
    const answer = told.findLast((one) => one.type === 'loaded');
    return answer?.ask === asks ? answer.refusal : 'no answer';
  };
  return {
    ...{ gate, frame, screen, told, heard, open, goes, load },
    say: (command: Parameters<Gate['command']>[1], by = screen) => {
      gate.command(by, command);
      const last = heard.at(-1);
      return last?.type === 'refused' ? last.sentence : null;
    },
    toStitching(): void {
      load();
      gate.command(screen, { type: 'goTo', x: 100, y: 200 });
      goes(5);
      gate.command(screen, { type: 'bobbinThread' });
      gate.command(screen, { type: 'start', run: 'r', unrehearsed: false });
    },
    alarm: () => heard.findLast((one) => one.type === 'alarm')?.sentence ?? null,
    logged: () => logged,
    stopWriting: () => (writes = false),
    freeze: () => (answers = false),
  };
}
export type Stand = ReturnType<typeof stand>;
