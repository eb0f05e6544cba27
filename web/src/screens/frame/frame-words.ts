import type { RunAnswer } from '@gorse/contract';
import {
  advanceNow,
  type AdvanceState,
  type BorderEdge,
  BORDER_EDGES,
  type DoubtEllipse,
  doubtExtent,
  formatCount,
  formatDoubt,
  formatLength,
  FRAME_SIDES,
  type FrameAction,
  type FrameSide,
  type LengthStyle,
  LOST,
  type TouchAdvice,
} from '@gorse/core';
import { atStart } from '../../ui/words.ts';
import { rollWords, turnWords } from './roll-words.ts';
import type { Told, Words } from './told.ts';

/** What tells how sure the piece at hand lies. */
type Doubted = Pick<Told, 'lineUp' | 'targets' | 'piece'>;

/** What the screen says: one instruction, why, and the button. */
export function wordsFor(told: Told, style: LengthStyle): Words {
  const { action } = told.instruction;
  return action === null ? waitWords(told) : WORDS[action](told, style);
}

const WORDS: Readonly<Record<FrameAction, (told: Told, style: LengthStyle) => Words>> = {
  unclamp: rollWords,
  roll: rollWords,
  turn: turnWords,
  clamp: rollWords,
  touch: touchWords,
  load: (told, style) => ({
    title: `${nameOf(told)} lies on the cloth within ${formatDoubt(ownDoubt(told), style)}.`,
    why: `${untouchedWords(told)}${checkWords(told, style)}${waysWords(told, style)}${coming(told, style)}Look whether the dashed plan lies on the cloth as it should.`,
    button: `Load ${nameOf(told)}`,
  }),
  goToStart: ({ run }) => ({
    title: stitchOf(run) > 0 ? `Hover over stitch ${stitchOf(run)}.` : 'Move to the first stitch.',
    why: 'The needle stays up while the head travels.',
    button: stitchOf(run) > 0 ? 'Go there' : 'Go to the start',
  }),
  rehearse: (told, style) => ({
    title: 'Rehearse with the needle up.',
    why: `The head follows the whole line, so that you see where it will go. ${marginWords(told, style)}`,
    button: 'Rehearse',
  }),
  bobbinThread: () => ({
    title: 'Bring up the bobbin thread.',
    why: 'One stitch, then pull the bobbin thread up and hold both tails loosely.',
    button: 'Needle down and up',
  }),
  start: ({ run, piece }) => ({
    title: stitchOf(run) > 0 ? `Go on from stitch ${stitchOf(run)}.` : `Stitch ${piece.name}.`,
    why: 'Hold both tails until the tie-off is done, and watch.',
    button: 'Stitch',
  }),
  pause: ({ run, piece }) => ({
    title: `Stitching ${piece.name}.`,
    why: `Stitch ${progress(run)}.`,
    button: 'Pause',
  }),
  resume: ({ run }) => ({
    title: 'Paused, the needle holds the place.',
    why: `At stitch ${progress(run)}.`,
    button: 'Go on',
  }),
  goOn: ({ run }) => ({
    title: `Stopped at stitch ${progress(run)}.`,
    why: 'Go back a little way along the line, so that new stitches overlap the last good ones.',
    button: 'Go on from there',
  }),
  mended: ({ head }) =>
    head?.fault === 'bobbinEmpty'
      ? { title: 'The bobbin is empty.', why: 'Put in a full one, then say so.', button: 'A full bobbin is in' }
      : {
          title: 'The thread broke.',
          why: 'Thread the needle again, then say so. The machine may have run on a few stitches without thread.',
          button: 'It is mended',
        },
  next: (told) => ({ title: `${nameOf(told)} is stitched.`, why: 'Trim the tails.', button: 'What comes next' }),
};

/** While there is nothing to do but wait. */
function waitWords(told: Told): Words {
  const { bead } = told.instruction;
  if (bead === 'touch' || bead === 'check')
    return { title: 'One moment…', why: 'Working out which landmark tells most.', button: 'Touch here' };
  if (bead === 'roll') {
    return {
      title: `${nameOf(told)} is deeper than the frame reaches.`,
      why: 'Stitch it in parts, make it smaller, or load the quilt the other way: Passes says how.',
      button: 'Wait',
    };
  }
  return {
    title: told.head?.mode === 'rehearsing' ? 'Rehearsing…' : 'The head is moving…',
    why: 'Keep clear.',
    button: 'Wait',
  };
}

const nameOf = ({ piece }: Told): string => atStart(piece.name);

/** The last hole made. */
const stitchOf = (run: RunAnswer | null): number => run?.state.stitch ?? 0;

const progress = (run: RunAnswer | null): string => {
  const of = run ? run.holes.reduce((a, b) => a + b, 0) - 1 : 0;
  return `${formatCount(stitchOf(run))} of ${formatCount(of)}`;
};

/** The doubts on the piece at hand. */
function ownDoubts({ lineUp, targets, piece }: Doubted): DoubtEllipse[] {
  return lineUp?.targets.flatMap(({ doubt }, i) => (targets[i]?.piece === piece.id ? [doubt] : [])) ?? [];
}

/** The largest of them, mm. */
const ownDoubt = (told: Doubted): number => Math.max(0, ...ownDoubts(told).map(({ major }) => major));

/** What is left to the seams of the patch on every side, or to a border’s edges, and how sure that is; empty where it fills none. */
export function marginWords(told: Doubted, style: LengthStyle): string {
  const sides = [...FRAME_SIDES, ...BORDER_EDGES].flatMap((side) => {
    const left = told.lineUp?.margins?.[side];
    return left === undefined ? [] : [LEFT[side](formatLength(Math.abs(left), style), left < 0)];
  });
  if (sides.length === 0) return '';
  return `To the seams: ${sides.join(', ')}; each ±${formatDoubt(ownDoubt(told), style)}.`;
}

type LeftWords = (length: string, isOver: boolean) => string;
const beside =
  (where: string): LeftWords =>
  (length, isOver) =>
    `${length} ${isOver ? 'over the seam ' : ''}${where}`;
const ofEdge =
  (edge: string): LeftWords =>
  (length, isOver) =>
    `${length} ${isOver ? 'over' : 'from'} the ${edge}`;
const LEFT: Readonly<Record<FrameSide | BorderEdge, LeftWords>> = {
  ...{ above: beside('above'), right: beside('on the right'), below: beside('below'), left: beside('on the left') },
  ...{ outer: ofEdge('outer edge'), inner: ofEdge('inner seam') },
};

/** How well the checks agree with the first two touches. */
const checkWords = ({ checks }: Told, style: LengthStyle): string =>
  checks.length === 0
    ? ''
    : `Checked: ${checks.map((mm) => formatDoubt(mm, style)).join(' and ')} from where the touches before said. `;

/** What is kept free lies where it was planned until it is touched: on appliqué a stitch can't be taken back without a trace. */
function untouchedWords({ untouched }: Told): string {
  if (untouched.length === 0) return '';
  const [names, is, it] =
    untouched.length <= NAMED
      ? [
          LIST.format(untouched),
          untouched.length === 1 ? 'isn’t' : 'aren’t',
          untouched.length === 1 ? 'it was' : 'they were',
        ]
      : [`${untouched.length} patches to be kept free`, 'aren’t', 'they were'];
  return `${atStart(names)} ${is} touched on this cloth: stitches stay off where ${it} planned. Touch more to be sure. `;
}
/** More patches than these aren't named. */
const NAMED = 3;

const LIST = new Intl.ListFormat('en');

/** A row is never moved sideways by eye: the landmarks fix it, and it is said how well. */
function waysWords(told: Told, style: LengthStyle): string {
  const extents = ownDoubts(told).map(doubtExtent);
  if (!told.piece.isRow || extents.length === 0) return '';
  const most = (of: 'x' | 'y'): string => formatDoubt(Math.max(...extents.map((one) => one[of])), style);
  return `Along the row ±${most('x')}, up and down ±${most('y')}. `;
}

/** The worst place of what comes in this pass, where that is another piece's. */
const coming = (told: Told, style: LengthStyle): string => {
  const worst = told.lineUp?.worst;
  return worst && worst.doubt > ownDoubt(told) + 0.05 ? `In this pass: ${worstWords(told, style)} ` : '';
};

function touchWords(told: Told, style: LengthStyle): Words {
  const { instruction, lineUp, wanted, advances, piece } = told;
  const advice = lineUp?.advice;
  if (!wanted) {
    return {
      title: `No landmark of ${piece.name} lies within reach.`,
      why: 'Look whether the last touch was right and take it back, or drag the plan onto the cloth (other ways).',
      button: 'Touch here',
    };
  }
  const place = wanted.name;
  if (instruction.bead === 'check') {
    return {
      title: `Check: put the needle over the ${place}.`,
      why: `${checkWords(told, style)}The quilt was loaded anew: two touches more say whether the first two were the right places.`,
      button: 'Touch here',
    };
  }
  return {
    title: `Put the needle over the ${place}.`,
    why: `Drag the ring, or jog; let go of the rails before you touch.${advice ? gainWords(advice, advances, style) : ''}`,
    button: 'Touch here',
  };
}

/** What a touch brings; nothing is said where several places are alike unsure, so that the worst stays as it is. */
function gainWords({ now, after }: TouchAdvice, advances: AdvanceState, style: LengthStyle): string {
  if (now.doubt > LOST) return ` The first touch finds where the quilt lies${advanceNow(advances) > 0 ? ' now' : ''}.`;
  const [from, to] = [formatDoubt(now.doubt, style), formatDoubt(after.doubt, style)];
  return from === to ? '' : ` It cuts the doubt from ${from} to ${to}.`;
}

/** What is said of touches that disagree, by their names, the likeliest to be wrong first; of the one only, once it is known. */
export function disagreementWords(names: readonly string[], known: boolean, off: number, style: LengthStyle): string {
  const by = formatDoubt(off, style);
  const named = names.slice(0, MOST_NAMED).map((name) => `the ${name}`);
  if (known) return `${atStart(named[0] ?? '')} lies ${by} off: the other touches agree without it.`;
  const more = names.length - named.length;
  const listed = new Intl.ListFormat('en').format(more > 0 ? [...named, `${more} more`] : named);
  return `${atStart(listed)} disagree by about ${by}. One touch more tells which is right.`;
}
const MOST_NAMED = 3;

/** The worst place in numbers, against what is wanted there. */
export function worstWords({ lineUp, targets }: Pick<Told, 'lineUp' | 'targets'>, style: LengthStyle): string {
  const worst = lineUp?.worst;
  const place = worst && targets[worst.target];
  if (!worst || !place || worst.doubt > LOST) return '';
  return `${atStart(place.name)}: ±${formatDoubt(worst.doubt, style)} (wanted ${formatDoubt(worst.tolerance, style)}).`;
}
