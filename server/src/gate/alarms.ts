/** What she must know at once, the gravest first. */
export const SENTENCES = {
  unconfirmed: 'The frame has not answered. Use its own switch.',
  silent:
    'The frame has gone silent while it stitched. Use its own switch, and look at the last stitch before you go on.',
  untrue: 'What the frame says can’t be true, so stitching is held. Look at the head, then load the line again.',
  unwritten:
    'What is stitched can’t be written down, so stitching is paused. Look at the server: its disk or database.',
  unattended: 'No screen answered, so stitching is paused. Go on when you are back.',
} as const;

export type Alarm = keyof typeof SENTENCES;

/** The alarms that sound; only the gravest is told. */
export class Alarms {
  private readonly sounding = new Set<Alarm>();
  private told: string | null = null;

  constructor(private readonly tell: (sentence: string | null) => void) {}

  get sentence(): string | null {
    return this.told;
  }

  sounds(alarm: Alarm): boolean {
    return this.sounding.has(alarm);
  }

  set(alarm: Alarm, sounds: boolean): void {
    if (sounds) this.sounding.add(alarm);
    else this.sounding.delete(alarm);
    const gravest = (Object.keys(SENTENCES) as Alarm[]).find((one) => this.sounding.has(one));
    const sentence = gravest === undefined ? null : SENTENCES[gravest];
    if (sentence === this.told) return;
    this.told = sentence;
    this.tell(sentence);
  }
}
