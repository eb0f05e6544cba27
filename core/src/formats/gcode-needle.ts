import type { GcodeWord } from './gcode-words.ts';

/**
 * What lets the needle down and lifts it. `motion`: G1 to G3 stitch, G0 travels, and nothing else says. `spindle`: M3 or M4 and M5 as well.
 * `speed`: the number behind S, as of a laser or a small motor. `height`: Z.
 */
export type NeedleBy = 'motion' | 'spindle' | 'speed' | 'height';

/** What a program says of the needle, and from which value on it is up or down. */
export interface NeedleRule {
  readonly by: NeedleBy;
  /** Of `height`: above it the needle is up. Of `speed`: above it it is down. */
  readonly limit: number;
  /** Of `spindle`: whether it is down before anything is said. */
  readonly downAtFirst: boolean;
}

/** What was last said of the needle. */
interface Said {
  spindle: boolean;
  speed: number;
  height: number;
}

/** Takes in a word, where it is one that says something of the needle. */
function take(said: Said, { letter, value }: GcodeWord): void {
  if (letter === 'M' && (value === 3 || value === 4 || value === 5)) said.spindle = value !== 5;
  else if (letter === 'S') said.speed = value;
  else if (letter === 'Z') said.height = value;
}

/** Finds which words a program lifts the needle by: those that change most often between its moves. */
export class NeedleScan {
  private readonly now: Said = { spindle: false, speed: 0, height: 0 };
  private last: Said | null = null;
  private first: 'on' | 'off' | null = null;
  private readonly changes = { spindle: 0, speed: 0, height: 0 };
  private readonly heights = { least: Infinity, most: -Infinity };
  private readonly speeds = { least: Infinity, most: -Infinity };
  /** Speeds that differ, as far as it matters whether there are more than two. */
  private readonly kinds = new Set<number>();

  /** @param isMove whether the line moves across the plane */
  line(words: readonly GcodeWord[], isMove: boolean): void {
    const { now } = this;
    for (const word of words) {
      take(now, word);
      if (word.letter === 'M' && [3, 4, 5].includes(word.value)) this.first ??= now.spindle ? 'on' : 'off';
    }
    if (!isMove) return;
    const { last } = this;
    if (last) {
      if (last.spindle !== now.spindle) this.changes.spindle++;
      if (last.speed !== now.speed) this.changes.speed++;
      if (last.height !== now.height) this.changes.height++;
    }
    this.heights.least = Math.min(this.heights.least, now.height);
    this.heights.most = Math.max(this.heights.most, now.height);
    this.speeds.least = Math.min(this.speeds.least, now.speed);
    this.speeds.most = Math.max(this.speeds.most, now.speed);
    if (this.kinds.size <= 2) this.kinds.add(now.speed);
    this.last = { ...now };
  }

  rule(): NeedleRule {
    const { changes, heights, speeds } = this;
    // A beam that is only made stronger and weaker is never off.
    const isSwitched = speeds.least <= 0 || this.kinds.size <= 2;
    const [by, times] = (['spindle', 'height', 'speed'] as const)
      .map((one) => [one, one === 'speed' && !isSwitched ? 0 : changes[one]] as const)
      .reduce((best, one) => (one[1] > best[1] ? one : best));
    const downAtFirst = this.first !== 'on';
    if (times === 0) return { by: this.first === null ? 'motion' : 'spindle', limit: 0, downAtFirst };
    return { by, limit: by === 'height' ? limitOf(heights) : limitOf(speeds), downAtFirst };
  }
}

/** Between what is at most 0 and what is above; else in the middle of the least and the most. */
const limitOf = ({ least, most }: { readonly least: number; readonly most: number }): number =>
  least <= 0 && most > 0 ? 0 : (least + most) / 2;

/** Where the needle is as a program goes on. */
export class Needle {
  private readonly said: Said;

  constructor(private readonly rule: NeedleRule) {
    this.said = { spindle: rule.downAtFirst, speed: 0, height: 0 };
  }

  say(word: GcodeWord): void {
    take(this.said, word);
  }

  get isDown(): boolean {
    const { by, limit } = this.rule;
    const { spindle, speed, height } = this.said;
    if (by === 'spindle') return spindle;
    if (by === 'speed') return speed > limit && spindle;
    return by === 'motion' || height <= limit;
  }
}
