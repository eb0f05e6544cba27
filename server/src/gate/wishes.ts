import type { ScreenCommand } from '@gorse/contract';
import { advanceNow, type HeadCommand, type HeadSeen, interlock, lineUpRefusal } from '@gorse/core';
import type { LoadedLine } from './loaded-line.ts';
import type { OnPolesSeen } from './messages.ts';
import type { Screen } from './screens.ts';

/** What a screen wishes of the head. */
export type Wish = Exclude<ScreenCommand, { type: 'beat' | 'drive' }>;

/** All that decides whether a wish is granted. */
export interface Circumstances {
  readonly screen: Screen;
  /** The one that drives its quilt. */
  readonly driver: Screen | null;
  readonly poles: OnPolesSeen | null;
  readonly line: LoadedLine | null;
  /** The head as far as it has told; null while it doesn't answer. */
  readonly seen: HeadSeen | null;
  /** What must be looked at before anything is stitched. */
  readonly doubt: string | null;
}

/** What waits for tension and clamps. */
const HELD_BACK: ReadonlySet<Wish['type']> = new Set(['touch', 'rehearse', 'bobbinThread', 'start']);
const STITCHES: ReadonlySet<Wish['type']> = new Set(['start', 'resume']);

export const NO_ANSWER = 'The frame does not answer. Check that it is on and its link is up.';

/** Why a wish isn't granted, or null. Stopping is anyone's, pausing any screen's of the quilt on the poles; all else is for the one that drives. */
export function wishRefusal(wish: Wish, { screen, driver, poles, line, seen, doubt }: Circumstances): string | null {
  if (wish.type === 'stop') return null;
  if (!poles) return 'No quilt is on the frame. Put this one on it first.';
  if (poles.quiltId !== screen.quiltId) return `${poles.name} is on the frame. Put this quilt on it first.`;
  if (!seen) return NO_ANSWER;
  if (wish.type === 'pause') return interlock(wish, seen);
  if (driver && driver.id !== screen.id) return `${capital(driver.name)} drives. Take over first, or stop.`;
  if (wish.type === 'touch' && wish.touch.advance !== advanceNow(poles.advances))
    return 'The quilt was rolled or loaded anew since this screen showed it. Look at it again, then touch.';
  if (STITCHES.has(wish.type)) {
    if (doubt !== null) return doubt;
    if (!line) return 'No line is loaded. Load it first.';
  }
  if (wish.type === 'start' && line && !line.rehearsed && !wish.unrehearsed)
    return 'Rehearse first, or say that you go without.';
  const early = HELD_BACK.has(wish.type) ? lineUpRefusal(poles.advances) : null;
  return early ?? interlock(forHead(wish, line), seen);
}

/** As the head is told: a line is stitched only as it was loaded here. */
export function forHead(wish: Wish, line: LoadedLine | null): HeadCommand {
  if (wish.type === 'touch') return { type: 'touch' };
  if (wish.type === 'start') return { type: 'start', run: wish.run, hash: line?.of.hash ?? '' };
  return wish;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
