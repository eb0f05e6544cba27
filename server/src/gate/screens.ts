import type { ScreenMessage } from '@gorse/contract';

/** A Frame screen that is open; it belongs to one quilt. */
export interface Screen {
  readonly id: number;
  readonly quiltId: string;
  /** By what the others call it, "the tablet". */
  readonly name: string;
  tell(message: ScreenMessage): void;
}

interface Open {
  readonly screen: Screen;
  /** When it last said a word, ms. */
  heard: number;
}

/** The Frame screens that are open. Each hears of its own quilt alone, and one of a quilt's drives: the first, until another takes over. */
export class Screens {
  /** In the order that they came. */
  private readonly open = new Map<number, Open>();
  private readonly drivers = new Map<string, number>();
  private last = 0;

  add(quiltId: string, name: string, now: number, tell: Screen['tell']): Screen {
    const screen = { id: ++this.last, quiltId, name: this.unlike(quiltId, name), tell };
    this.open.set(screen.id, { screen, heard: now });
    if (!this.drivers.has(quiltId)) this.drivers.set(quiltId, screen.id);
    this.tellWhoDrives(quiltId);
    return screen;
  }

  /** Another drives when the one that did leaves. */
  remove({ id, quiltId }: Screen): void {
    this.open.delete(id);
    if (this.drivers.get(quiltId) !== id) return;
    const [next] = this.of(quiltId);
    if (next) this.drivers.set(quiltId, next.id);
    else this.drivers.delete(quiltId);
    this.tellWhoDrives(quiltId);
  }

  heard(screen: Screen, now: number): void {
    const one = this.open.get(screen.id);
    if (one) one.heard = now;
  }

  drive(screen: Screen): void {
    this.drivers.set(screen.quiltId, screen.id);
    this.tellWhoDrives(screen.quiltId);
  }

  driverOf(quiltId: string): Screen | null {
    return this.open.get(this.drivers.get(quiltId) ?? 0)?.screen ?? null;
  }

  /** A quilt's screens that have said a word since then. */
  anyoneAt(quiltId: string, since: number): boolean {
    return [...this.open.values()].some(({ screen, heard }) => screen.quiltId === quiltId && heard >= since);
  }

  tell(quiltId: string, message: ScreenMessage): void {
    for (const screen of this.of(quiltId)) screen.tell(message);
  }

  tellOthers(quiltId: string, message: ScreenMessage): void {
    for (const { screen } of this.open.values()) if (screen.quiltId !== quiltId) screen.tell(message);
  }

  tellAll(message: ScreenMessage): void {
    for (const { screen } of this.open.values()) screen.tell(message);
  }

  get(id: number): Screen | null {
    return this.open.get(id)?.screen ?? null;
  }

  of(quiltId: string): readonly Screen[] {
    return [...this.open.values()].map(({ screen }) => screen).filter((screen) => screen.quiltId === quiltId);
  }

  private tellWhoDrives(quiltId: string): void {
    const driver = this.driverOf(quiltId);
    if (!driver) return;
    for (const screen of this.of(quiltId)) screen.tell({ type: 'drives', name: driver.name, own: screen === driver });
  }

  /** Two tablets are "the tablet" and "the tablet 2". */
  private unlike(quiltId: string, name: string): string {
    const taken = new Set(this.of(quiltId).map((screen) => screen.name));
    let unlike = name;
    for (let i = 2; taken.has(unlike); i++) unlike = `${name} ${i}`;
    return unlike;
  }
}
