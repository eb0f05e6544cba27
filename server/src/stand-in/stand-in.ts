import {
  advanceHead,
  clothPoint,
  clothUnder,
  commandHead,
  BEAT_EVERY,
  type FrameCommand,
  type FrameEvent,
  type FrameReply,
  type Head,
  type HeadProfile,
  headState,
  makeTrueQuilt,
  mountHead,
  type MountCommand,
  newHead,
  normalFrom,
  PIECED_CLOTH,
  randomFrom,
  seedOf,
  seeCloth,
  seeLine,
  SILENCE,
  standInProfile,
  type TrueCloth,
} from '@gorse/core';
import type { WebSocket } from 'ws';

/** How often the stand-in moves and tells where it is, in ms. */
const STEP = 16;
const TOUCH_NOISE = 0.2;
/** Events that are kept to be told again. */
const KEPT = 64;

/** Each of them, so that none can be left out. */
const COMMANDS: Readonly<Record<FrameCommand['type'], true>> = {
  hello: true,
  beat: true,
  again: true,
  mount: true,
  jog: true,
  carry: true,
  goTo: true,
  needle: true,
  bobbinThread: true,
  touch: true,
  load: true,
  unload: true,
  rehearse: true,
  start: true,
  pause: true,
  resume: true,
  speed: true,
  stop: true,
  fault: true,
};

/**
 * The frame that ships with Gorse: a simulated head and cloth behind the frame link. It alone knows how the cloth truly lies. One
 * link at a time; a link that is lost stops all movement.
 */
export class StandIn {
  private head: Head = newHead();
  private profile: HeadProfile;
  private link: WebSocket | null = null;
  private told = '';
  private toldAt = 0;
  /** When Gorse last said a word, ms. */
  private heard = 0;
  /** The last events, for who missed some. */
  private events: readonly FrameEvent[] = [];
  /** How the quilt lies now. */
  private cloth: { readonly quilt: string; readonly truth: TrueCloth } | null = null;
  private readonly timer: NodeJS.Timeout;
  private last = performance.now();

  /** @param seed of cloth and touches; null: each quilt has its own, and no two touches are alike */
  constructor(
    private readonly speed: number,
    private readonly seed: number | null,
  ) {
    const normal = normalFrom(randomFrom(seed ?? Date.now()));
    this.profile = standInProfile(() => TOUCH_NOISE * normal());
    this.timer = setInterval(() => this.tick(), STEP);
  }

  connect(link: WebSocket): void {
    this.link?.close(1000, 'another link took over');
    this.link = link;
    this.told = '';
    this.heard = performance.now();
    // `close` follows.
    link.on('error', () => undefined);
    link.on('message', (data) => {
      this.heard = performance.now();
      try {
        this.receive(commandOf((data as Buffer).toString('utf8')));
      } catch {
        this.send({ type: 'refused', command: 'hello', sentence: 'This is no command of the frame link.' });
      }
    });
    link.on('close', () => {
      if (this.link !== link) return;
      this.link = null;
      this.take(commandHead(this.head, { type: 'stop' }, this.profile));
    });
  }

  close(): void {
    clearInterval(this.timer);
    this.link?.terminate();
  }

  private receive(command: FrameCommand): void {
    if (command.type === 'again') this.events.filter(({ seq }) => seq >= command.from).forEach((one) => this.send(one));
    else if (command.type === 'mount') this.mount(command);
    else this.take(commandHead(this.head, command, this.profile));
    this.tell();
  }

  /** The same quilt lies the same way after the same advances, so that a restart finds it where it was. */
  private mount({ quilt, mounts, frame, patches, stitched }: MountCommand): void {
    const corners = patches.flatMap((patch) => patch.ring);
    const middle = clothPoint(
      Math.max(0, ...corners.filter((_, i) => i % 2 === 0)) / 2,
      Math.max(0, ...corners.filter((_, i) => i % 2 === 1)) / 2,
    );
    const make = makeTrueQuilt(this.seed ?? seedOf(quilt), PIECED_CLOTH, middle);
    const truths = mounts.map(({ front, ...mount }, advance) => make({ ...mount, advance, front: front ?? -Infinity }));
    const advance = truths.length - 1;
    const truth = truths[advance]!;
    const before = this.cloth;
    const carried = before?.quilt === quilt ? truth(clothUnder(before.truth, this.head.at)) : null;
    this.take(mountHead(this.head, quilt, advance, carried));
    this.cloth = { quilt, truth };
    this.profile = {
      ...this.profile,
      name: frame.name,
      area: { width: frame.width, top: frame.roll, bottom: frame.reach },
      thickness: frame.thickness,
    };
    const seen = stitched.map((line) => seeLine(line, truths[line.advance] ?? truth, truth));
    this.send({ type: 'view', quilt, patches: seeCloth(truth, patches), stitched: seen });
  }

  private tick(): void {
    const now = performance.now();
    const seconds = ((now - this.last) / 1000) * this.speed;
    this.last = now;
    // Gorse is gone, though the link is not.
    if (now - this.heard > SILENCE && this.head.motion && !this.head.paused) {
      const type = headState(this.head).mode === 'stitching' ? 'pause' : 'stop';
      this.take(commandHead(this.head, { type }, this.profile));
    }
    this.take(advanceHead(this.head, seconds));
    this.tell(now - this.toldAt >= BEAT_EVERY);
  }

  private take({ head, replies }: ReturnType<typeof commandHead>): void {
    this.head = head;
    for (const reply of replies) {
      if (reply.type === 'event') this.events = [...this.events, reply].slice(-KEPT);
      this.send(reply);
    }
  }

  /** On every change; with nothing changed only as the sign that it is there. */
  private tell(isDue = false): void {
    const state = headState(this.head);
    const text = JSON.stringify(state);
    if (text === this.told && !isDue) return;
    this.told = text;
    this.toldAt = performance.now();
    this.send(state);
  }

  private send(reply: FrameReply): void {
    if (this.link?.readyState === this.link?.OPEN) this.link?.send(JSON.stringify(reply));
  }
}

/** Gorse is trusted as far as its sort of command; what it asks for is for the interlocks to judge. Throws on anything else. */
function commandOf(text: string): FrameCommand {
  const command = JSON.parse(text) as FrameCommand;
  if (!Object.hasOwn(COMMANDS, command.type)) throw new TypeError(`there is no command ${command.type}`);
  return command;
}
