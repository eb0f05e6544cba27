import type { ScreenMessage } from '@gorse/contract';
import {
  advanceHead,
  advanceStateOf,
  commandHead,
  type FrameCommand,
  type FrameEvent,
  type FrameReply,
  GENERIC_FRAME,
  type Head,
  headState,
  type Held,
  type LoadCommand,
  type MountCommand,
  mountHead,
  newHead,
  randomFrom,
  safeArea,
  standInProfile,
} from '@gorse/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { FrameListener } from './frame-link.ts';
import { Gate, type Link } from './gate.ts';
import type { OnPolesSeen, ToDesk } from './messages.ts';
import type { Screen } from './screens.ts';

beforeEach(() => void vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] }));
afterEach(() => void vi.useRealTimers());

const POLES: OnPolesSeen = {
  quiltId: 'q',
  name: 'Tide Table',
  advances: advanceStateOf([{ kind: 'clamped', at: 0, pass: 0, rolled: 0, front: null }]),
  area: safeArea(GENERIC_FRAME, 0),
};
const MOUNT = { type: 'mount', quilt: 'q', mounts: [], patches: [], stitched: [] } as unknown as MountCommand;
/** 201 holes, 2.5 mm apart. */
const LINE: LoadCommand = {
  ...{ type: 'load', run: 'r', hash: 'h', stroke: 0, advance: 0, from: 0 },
  points: Array.from({ length: 201 }, (_, i) => [100 + 2.5 * i, 200]).flat(),
};

/** What a bridge may do to each message of the frame. */
type Lie = (reply: FrameReply, told: readonly FrameReply[]) => readonly FrameReply[];
const HONEST: Lie = (reply) => [reply];

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
    this.send({ type: 'hello', version: 3 });
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
function stand() {
  const told: ToDesk[] = [];
  let writes = true;
  /** The farthest hole that the log knows of. */
  let logged = 0;
  const unload: Held[] = [];
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
    ...{ gate, frame, screen, told, heard, open, goes, load, unload },
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
type Stand = ReturnType<typeof stand>;
const heardTypes = ({ frame }: Stand): string[] =>
  frame.heard.map(({ type }) => type).filter((type) => type !== 'hello');

describe('the gate', () => {
  it('stitches a line that was loaded, and the log has every hole', () => {
    const at = stand();
    at.toStitching();
    at.goes(60);
    expect(at.frame.head).toMatchObject({ motion: null, stroke: { stitch: 200 } });
    expect(at.logged()).toBe(200);
    expect(at.told.filter((one) => one.type === 'happened').map(({ kind }) => kind)).toEqual([
      'bobbinThreadUp',
      'started',
      'finished',
    ]);
    expect(at.alarm()).toBeNull();
    at.gate.close();
  });

  it('keeps the interlocks before the frame has to', () => {
    const at = stand();
    const before = at.frame.heard.length;
    expect(at.say({ type: 'start', run: 'r', unrehearsed: true })).toMatch(/Load it first/);
    expect(at.say({ type: 'goTo', x: -5, y: 0 })).toMatch(/outside the safe area/);
    at.load(LINE, false);
    at.say({ type: 'goTo', x: 100, y: 200 });
    at.goes(5);
    at.say({ type: 'bobbinThread' });
    expect(at.say({ type: 'start', run: 'r', unrehearsed: false })).toMatch(/Rehearse first/);
    expect(at.say({ type: 'start', run: 'another', unrehearsed: true })).toMatch(/Another line is loaded/);
    at.say({ type: 'needle', position: 'down' });
    expect(at.say({ type: 'jog', dx: 1, dy: 0 })).toMatch(/needle is down/);
    const sent = at.frame.heard.slice(before).map(({ type }) => type);
    expect(sent).toEqual(['load', 'goTo', 'bobbinThread', 'needle']);
    at.gate.take({ type: 'mount', poles: { ...POLES, advances: advanceStateOf([]) }, command: MOUNT });
    expect(at.say({ type: 'rehearse' })).toMatch(/Set the tension/);
    at.gate.close();
  });

  it('answers a load only by what the frame holds', () => {
    const at = stand();
    expect(at.load()).toBeNull();
    expect(at.load({ ...LINE, points: [0, 0, -9, 0] })).toMatch(/Hole 2 .* outside/);
    at.frame.lie = (reply) => (reply.type === 'loaded' ? [{ ...reply, holes: 7 }] : [reply]);
    expect(at.load()).toMatch(/another line/);
    expect(heardTypes(at).at(-1)).toBe('unload');
    expect(at.say({ type: 'start', run: 'r', unrehearsed: true })).toMatch(/Load it first/);
    at.frame.lie = (reply) => (reply.type === 'loaded' ? [] : [reply]);
    expect(at.load()).toBe('no answer');
    at.goes(11);
    expect(at.told.findLast((one) => one.type === 'loaded')?.refusal).toMatch(/does not answer/);
    at.gate.close();
  });

  it('STOP goes through from any screen, is sent until it is confirmed, and says so when it is not', () => {
    const at = stand();
    at.toStitching();
    at.goes(0.5);
    const watcher = at.open('another quilt', 'the tablet', []);
    at.frame.deaf = true;
    at.gate.command(watcher, { type: 'stop' });
    expect(heardTypes(at).at(-1)).toBe('stop');
    at.goes(0.5);
    expect(at.alarm()).toBe('The frame has not answered. Use its own switch.');
    at.frame.blink();
    at.goes(0.5);
    expect(at.alarm()).toMatch(/Use its own switch/);
    at.frame.deaf = false;
    at.goes(0.2);
    expect(at.frame.head.motion).toBeNull();
    expect(at.alarm()).toBeNull();
    at.gate.close();
  });

  it.each([
    ['nothing is written down any more', (at: Stand) => void at.stopWriting(), 1.5, /can’t be written down/],
    ['the last screen is frozen', (at: Stand) => void at.freeze(), 2.5, /No screen answered/],
    ['the last screen leaves', (at: Stand) => at.gate.left(at.screen), 0.2, null],
    ['the frame skips back', (at: Stand) => (at.frame.lie = skipBack), 0.5, /can’t be true/],
    ['the frame tells of holes beyond the last', (at: Stand) => (at.frame.lie = beyond), 0.5, /can’t be true/],
  ])('pauses when %s, and says so', (_what, happens, within, sentence) => {
    const at = stand();
    at.toStitching();
    at.goes(0.3);
    happens(at);
    at.goes(within);
    expect(at.frame.head.paused).toBe(true);
    if (sentence) expect(at.alarm()).toMatch(sentence);
    at.gate.close();
  });

  it('one screen drives by name, another takes over, and both are told', () => {
    const at = stand();
    const tablet: ScreenMessage[] = [];
    const other = at.open('q', 'the tablet', tablet);
    at.gate.command(other, { type: 'jog', dx: 5, dy: 5 });
    expect(tablet.at(-1)).toMatchObject({
      type: 'refused',
      sentence: 'The computer drives. Take over first, or stop.',
    });
    at.gate.command(other, { type: 'drive' });
    expect(at.heard.at(-1)).toEqual({ type: 'drives', name: 'the tablet', own: false });
    expect(tablet.at(-1)).toEqual({ type: 'drives', name: 'the tablet', own: true });
    expect(at.say({ type: 'jog', dx: 5, dy: 5 })).toMatch(/The tablet drives/);
    at.gate.left(other);
    expect(at.heard.at(-1)).toEqual({ type: 'drives', name: 'the computer', own: true });
    at.gate.close();
  });

  it('what the frame holds after a lost link is counted and taken out', () => {
    const at = stand();
    at.toStitching();
    at.goes(0.4);
    at.frame.lie = () => [];
    at.goes(0.2);
    at.frame.lie = HONEST;
    at.frame.blink();
    expect(at.logged()).toBe(at.frame.head.stroke === null ? at.logged() : at.frame.head.stroke.stitch);
    expect(heardTypes(at).at(-1)).toBe('unload');
    expect(at.frame.head.stroke).toBeNull();
    expect(at.say({ type: 'start', run: 'r', unrehearsed: true })).toMatch(/Load it first/);
    at.gate.close();
  });
});

/** The state goes back by holes that were made. */
const skipBack: Lie = (reply) =>
  reply.type === 'state' && reply.run ? [{ ...reply, run: { ...reply.run, stitch: 0 } }] : [reply];
const beyond: Lie = (reply) =>
  reply.type === 'state' && reply.run ? [{ ...reply, run: { ...reply.run, stitch: 999 } }] : [reply];

describe('a lying bridge', () => {
  /** Drops, repeats, delays and makes up messages. */
  const lying = (random: () => number): Lie => {
    let late: FrameReply[] = [];
    return (reply, told) => {
      const what = random();
      if (what < 0.12) return [];
      if (what < 0.2) return [reply, reply];
      if (what < 0.28) {
        late.push(reply);
        return [];
      }
      if (what < 0.33 && told.length > 0) return [told[Math.floor(random() * told.length)]!, reply];
      if (what < 0.36 && reply.type === 'event')
        return [
          { ...reply, kind: 'finished' },
          { ...reply, stitch: Math.floor(random() * 300) },
        ];
      const now = late;
      late = [];
      return [...now, reply];
    };
  };

  it('never has a stitch sewn that the log lacks afterwards, never has the head travel unasked, and always gets STOP', () => {
    for (let seed = 1; seed <= 2000; seed++) {
      const random = randomFrom(seed);
      const at = stand();
      at.toStitching();
      let made = 0;
      let asked = 0;
      at.frame.lie = lying(random);
      const steps = 3 + Math.floor(random() * 8);
      for (let i = 0; i < steps; i++) {
        const what = random();
        if (what < 0.3) at.goes(0.05 + random() * 0.3);
        else if (what < 0.4) at.frame.blink();
        else if (what < 0.5) at.say({ type: 'pause' });
        else if (what < 0.6) at.say({ type: 'resume' });
        else if (what < 0.7) at.load({ ...LINE, from: Math.min(at.logged(), 199) });
        else if (what < 0.8) {
          at.say({ type: 'bobbinThread' });
          at.say({ type: 'start', run: 'r', unrehearsed: true });
        } else if (what < 0.9) {
          asked++;
          at.say({ type: 'goTo', x: 100 + 2.5 * at.logged(), y: 200 });
        } else {
          const before = at.frame.heard.length;
          at.say({ type: 'stop' });
          expect(at.frame.heard.slice(before).map(({ type }) => type)).toContain('stop');
        }
        made = Math.max(made, at.frame.head.stroke?.stitch ?? 0);
      }
      // The bridge comes to its senses.
      at.frame.lie = HONEST;
      at.goes(1);
      made = Math.max(made, at.frame.head.stroke?.stitch ?? 0);
      at.say({ type: 'stop' });
      at.goes(0.5);
      expect(at.frame.head.motion, `seed ${seed}`).toBeNull();
      at.frame.blink();
      expect(at.logged(), `seed ${seed}`).toBeGreaterThanOrEqual(made);
      const travels = at.frame.heard.filter(({ type }) => type === 'goTo' || type === 'jog' || type === 'carry');
      expect(travels.length).toBeLessThanOrEqual(asked + 1);
      at.gate.close();
    }
  });
});
