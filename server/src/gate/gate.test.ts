import type { ScreenMessage } from '@gorse/contract';
import { advanceStateOf, randomFrom, type FrameReply } from '@gorse/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { HONEST, type Lie, LINE, MOUNT, POLES, stand, type Stand } from '../test/gate-stand.ts';

beforeEach(() => void vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'performance'] }));
afterEach(() => void vi.useRealTimers());

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
    at.gate.take({ type: 'bare' });
    expect(at.say({ type: 'goTo', x: 100, y: 200 })).toMatch(/No quilt is on the frame/);
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

  it('loads as soon as the frame is heard again, or says that it is not', () => {
    const at = stand();
    at.frame.up = false;
    at.frame.listener.link(false);
    expect(at.load()).toBe('no answer');
    at.goes(3);
    at.frame.comeUp();
    expect(at.told.findLast((one) => one.type === 'loaded')?.refusal).toBeNull();
    at.frame.up = false;
    at.frame.listener.link(false);
    expect(at.load()).toBe('no answer');
    at.goes(4.5);
    expect(at.told.at(-1)?.type).not.toBe('loaded');
    at.goes(1);
    expect(at.told.findLast((one) => one.type === 'loaded')?.refusal).toMatch(/does not answer.*try again/);
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

  it('a thread that breaks when the line is finished is no lie', () => {
    const at = stand();
    at.toStitching();
    at.goes(120);
    expect(at.told.some((one) => one.type === 'happened' && one.kind === 'finished')).toBe(true);
    at.say({ type: 'fault', fault: 'threadBroke' });
    at.say({ type: 'fault', fault: null });
    expect(at.alarm()).toBeNull();
    expect(at.told.findLast((one) => one.type === 'happened')?.kind).toBe('mended');
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
