import type { RunAnswer } from '@gorse/contract';
import {
  type AdvanceState,
  type Bead,
  type EdgesKnown,
  type FrameAction,
  type HeadNow,
  NEWLY_LOADED,
  type Rolling,
  type RunState,
  evenBorder,
  framePoint,
  clothPoint,
} from '@gorse/core';
import { describe, expect, it } from 'vitest';
import type { LineUpAnswer } from '../../planning-worker/line-up-planner.ts';
import { edgeWords, followWords } from './follow-edges/edge-words.ts';
import { disagreementWords, wordsFor, worstWords } from './frame-words.ts';
import type { Told } from './told.ts';

const HEAD: HeadNow = { mode: 'idle', needle: 'up', fault: null, bobbinThreadUp: false, run: 'r', onStart: true };
const ROLLING: Rolling = {
  within: false,
  turn: false,
  pass: 1,
  from: 500,
  seam: { name: 'A3', before: 60, ends: ['a', 'b'] },
  beyond: 0,
};
const SECOND: AdvanceState = {
  mounts: [...NEWLY_LOADED.mounts, { pass: 1, rolled: 500, front: 480, anew: true, turned: false }],
  step: 'ready',
};
const run = (state: Partial<RunState>): RunAnswer =>
  ({ holes: [1001, 500], state: { status: 'ready', stitch: 0, ...state } }) as unknown as RunAnswer;
const doubts = (now: number, after: number): LineUpAnswer => ({
  landmarks: [],
  targets: [{ at: framePoint(0, 0), doubt: { major: 1.1, minor: 1, angle: 0 } }],
  advice: { landmark: 0, worth: true, now: worst(now), after: worst(after), gain: 0.124 },
  worst: worst(now),
  onFrame: [],
  stitched: [],
  margins: null,
  disagreement: null,
  misfits: {},
});
const worst = (doubt: number) => ({ target: 1, doubt, tolerance: 0.8 });
const told = (action: FrameAction | null, bead: Bead, change: Partial<Told> = {}): Told => ({
  instruction: { bead, action },
  piece: {
    id: 'p',
    name: 'row 5',
    pass: 1,
    regionId: null,
    outline: [],
    exactAt: [],
    corners: [],
    recipeId: null,
    isRow: true,
    top: 0,
    bottom: 0,
  },
  advances: NEWLY_LOADED,
  rolling: ROLLING,
  passes: 3,
  run: null,
  head: HEAD,
  lineUp: null,
  targets: [
    { name: 'left end of row 5', piece: 'p' },
    { name: 'cusp 2 of row 4', piece: null },
  ],
  wanted: { ids: ['h'], name: 'end of row 4', cloth: clothPoint(0, 0), since: null, touch: undefined, byHand: false },
  checks: [],
  turning: null,
  needleLeft: null,
  untouched: [],
  ...change,
});
/** Numbers and their units are kept on one line; here that is in the way. */
const plain = (text: string): string => text.replaceAll('\u00a0', ' ');
const title = (...about: Parameters<typeof told>): string => plain(wordsFor(told(...about), 'mm').title);
const why = (...about: Parameters<typeof told>): string => plain(wordsFor(told(...about), 'mm').why);

describe('what the Frame screen says', () => {
  it('of the seams: what is left on each side that there is, how sure, and what runs over', () => {
    const lineUp = { ...doubts(1, 1), margins: { above: 6, right: -2, left: 9.5 } };
    expect(why('rehearse', 'rehearse', { lineUp })).toBe(
      'The head follows the whole line, so that you see where it will go. To the seams: 6 mm above, 2 mm over the seam on the right, 9.5 mm on the left; each ±1.1 mm.',
    );
  });
  it('of what is kept free and wasn’t touched on this cloth, by name as long as there are few', () => {
    expect(why('load', 'check', { untouched: ['ferry'] })).toMatch(
      /^Ferry isn’t touched on this cloth: stitches stay off where it was planned\. Touch more to be sure\./,
    );
    expect(why('load', 'check', { untouched: ['ferry', 'puffin'] })).toMatch(/^Ferry and puffin aren’t touched/);
    expect(why('load', 'check', { untouched: ['a', 'b', 'c', 'd'] })).toMatch(/^4 patches to be kept free aren’t/);
  });
  it('of a border: what is left to either edge', () => {
    const lineUp = { ...doubts(1, 1), margins: { outer: 6, inner: -2 } };
    expect(why('rehearse', 'rehearse', { lineUp })).toMatch(
      /To the seams: 6 mm from the outer edge, 2 mm over the inner seam; each/,
    );
    const place = { edge: 'outer', level: 1, side: 'left', along: 250 } as const;
    const words = (loading: 'upright' | 'turned') => plain(edgeWords(place, [evenBorder(100)], loading, 'mm'));
    expect(words('upright')).toBe('outer edge of the left border, 250 mm from the quilt’s upper end');
    expect(words('turned')).toMatch(/from the quilt’s right end$/);
    const next = { ...place, at: framePoint(0, 0) };
    const follow = (known: Partial<EdgesKnown>) =>
      followWords({ next, left: 3, bound: 2.4, touches: ['a'], ...known }, 'outer edge', 'mm');
    expect(plain(follow({}).why)).toMatch(/^1 touch made\. With 3 more .*\. Now they may be off by 2\.4 mm\./);
    expect(plain(follow({ touches: [], left: 1 }).why)).toMatch(/^With this one .* touched\. Near/);
    expect(plain(follow({ next: null, bound: 0.7 }).title)).toBe('The edges are known to 0.7 mm.');
    expect(follow({ next: null, bound: null, touches: [] })).toEqual({
      title: 'None of this border’s edges is in reach.',
      why: '',
    });
  });

  it('of touches that disagree: accuses none before one is made once more', () => {
    const names = ['upper left', 'lower left', 'upper right', 'lower right'].map(
      (at) => `touch on the ${at} corner of A1`,
    );
    expect(plain(disagreementWords(names.slice(0, 2), false, 6.2, 'mm'))).toBe(
      'The touch on the upper left corner of A1 and the touch on the lower left corner of A1 disagree by about 6.2 mm. One touch more tells which is right.',
    );
    expect(plain(disagreementWords(names, false, 6.2, 'mm'))).toMatch(/upper right corner of A1, and 1 more disagree/);
    expect(plain(disagreementWords([`first ${names[1]!}`], true, 6.2, 'mm'))).toBe(
      'The first touch on the lower left corner of A1 lies 6.2 mm off: the other touches agree without it.',
    );
  });
  it('of rolling: to which pass, how far, which way, and by which seam', () => {
    expect(title('unclamp', 'roll')).toBe('Roll on to pass 2 of 3.');
    expect(title('unclamp', 'roll', { advances: SECOND, rolling: { ...ROLLING, pass: 0, from: 0 } })).toBe(
      'Roll back to pass 1 of 3.',
    );
    expect(title('roll', 'roll')).toBe('Roll 500 mm on, away from you.');
    expect(why('roll', 'roll')).toMatch(
      /^Then the lower edge of A3 lies 60 mm before the roll\. A little more or less/,
    );
    expect(title('roll', 'roll', { advances: SECOND, rolling: { ...ROLLING, from: 460, seam: null } })).toBe(
      'Roll 40 mm back, towards you.',
    );
    expect(plain(wordsFor(told('roll', 'roll'), 'in16').title)).toBe('Roll 19 11/16 in on, away from you.');
    const needleLeft = 'low point 1 of row 4';
    expect(why('unclamp', 'roll')).toMatch(/^Needle up/);
    expect(why('unclamp', 'roll', { needleLeft })).toMatch(/^The needle stays down in the low point 1 of row 4:/);
    expect(why('roll', 'roll', { needleLeft })).toMatch(/The head goes along with the cloth/);
    expect(title('clamp', 'clamp')).toMatch(/tension, then put the side clamps on/);
  });

  it('of turning the quilt: which way, by which edge, and what must hold inside before', () => {
    const turning = { to: 'turned', loose: 2 } as const;
    const rolling: Rolling = { ...ROLLING, turn: true, from: 0 };
    expect(title('turn', 'roll', { turning, rolling })).toBe('Turn the quilt a quarter to the right for row 5.');
    expect(why('turn', 'roll', { turning, rolling })).toBe(
      '2 pieces inside aren’t stitched yet: stitch them first, or baste there, or it sags. Take it off; its left edge goes on the take-up pole, basted straight. Then the lower edge of A3 lies 60 mm before the roll.',
    );
    const back = { turning: { to: 'upright', loose: 0 } as const, rolling: { ...rolling, from: 300, seam: null } };
    expect(title('turn', 'roll', back)).toMatch(/a quarter to the left/);
    expect(why('turn', 'roll', back)).toBe(
      'Take it off; its top edge goes on the take-up pole, basted straight. Roll 300 mm on.',
    );
  });

  it('of what lies out of reach once lined up, and of what no roll helps', () => {
    const near: Rolling = { within: false, turn: false, pass: 1, from: 470, seam: null, beyond: -5.4 };
    expect(title('unclamp', 'roll', { advances: SECOND, rolling: near })).toBe(
      'Row 5’s pass lies 5.4 mm too near the take-up pole. Roll 30 mm back.',
    );
    expect(title('unclamp', 'roll', { advances: SECOND, rolling: { ...near, from: 520, beyond: 2 } })).toMatch(
      /2 mm too far from the take-up pole\. Roll 20 mm on/,
    );
    expect(title('unclamp', 'roll', { advances: SECOND, rolling: { ...near, from: 520, beyond: 0 } })).toMatch(
      /out of reach as the quilt lies\. Roll it on/,
    );
    expect(title(null, 'roll')).toMatch(/deeper than the frame reaches/);
  });

  it('of touching: where, what it brings, what checks are for, and when there is nothing to touch', () => {
    expect(title('touch', 'touch')).toBe('Put the needle over the end of row 4.');
    expect(why('touch', 'touch', { lineUp: doubts(200, 4) })).toMatch(/first touch finds where the quilt lies\.$/);
    expect(why('touch', 'touch', { lineUp: doubts(200, 4), advances: SECOND })).toMatch(/lies now\.$/);
    expect(why('touch', 'touch', { lineUp: doubts(4, 1.5) })).toMatch(/doubt from 4 mm to 1\.5 mm/);
    expect(why('touch', 'touch', { lineUp: doubts(4, 4) })).toMatch(/before you touch\.$/);
    expect(title('touch', 'check')).toBe('Check: put the needle over the end of row 4.');
    expect(why('touch', 'check')).toMatch(/^The quilt was loaded anew/);
    expect(why('touch', 'check', { checks: [0.7] })).toMatch(/^Checked: 0\.7 mm from where the touches before said\./);
    expect(why('load', 'check', { checks: [0.7, 2] })).toMatch(/^Checked: 0\.7 mm and 2 mm from where/);
    expect(title('touch', 'touch', { wanted: null })).toBe('No landmark of row 5 lies within reach.');
    expect(title(null, 'touch')).toBe('One moment…');
  });

  it('of the line-up: the piece’s own doubt, and the worst place of the pass against what is wanted', () => {
    const lineUp = doubts(2.3, 1);
    expect(title('load', 'check', { lineUp })).toBe('Row 5 lies on the cloth within 1.1 mm.');
    expect(why('load', 'check', { lineUp })).toMatch(
      /^Along the row ±1\.1 mm, up and down ±1 mm\. In this pass: Cusp 2 of row 4: ±2\.3 mm \(wanted 0\.8 mm\)\./,
    );
    const block = { ...told('load', 'check').piece, isRow: false };
    // A namesake’s doubt is not its own.
    const namesake = { ...told('load', 'check').piece, id: 'other' };
    expect(title('load', 'check', { lineUp, piece: namesake })).toBe('Row 5 lies on the cloth within under 0.1 mm.');
    expect(why('load', 'check', { lineUp, piece: block })).toMatch(/^In this pass/);
    expect(worstWords({ lineUp: null, targets: [] }, 'mm')).toBe('');
    // Lost, a number would mean nothing.
    expect(
      worstWords(
        {
          lineUp: doubts(300, 1),
          targets: [
            { name: 'a', piece: null },
            { name: 'b', piece: null },
          ],
        },
        'mm',
      ),
    ).toBe('');
  });

  it('of the run: where it begins, where it is, where it stopped, and what went wrong', () => {
    const at = run({ stitch: 1200 });
    expect(title('goToStart', 'rehearse', { run: run({}) })).toBe('Move to the first stitch.');
    expect(title('goToStart', 'stitch', { run: at })).toBe('Hover over stitch 1200.');
    expect(title('start', 'stitch', { run: run({}) })).toBe('Stitch row 5.');
    expect(title('start', 'stitch', { run: at })).toBe('Go on from stitch 1200.');
    expect(why('pause', 'stitch', { run: at })).toBe('Stitch 1,200 of 1,500.');
    expect(title('goOn', 'stitch', { run: at })).toBe('Stopped at stitch 1,200 of 1,500.');
    expect(title('mended', 'stitch', { head: { ...HEAD, fault: 'bobbinEmpty' } })).toBe('The bobbin is empty.');
    expect(title('mended', 'stitch', { head: { ...HEAD, fault: 'threadBroke' } })).toBe('The thread broke.');
    expect(title('next', 'done')).toBe('Row 5 is stitched.');
    expect(title(null, 'rehearse', { head: { ...HEAD, mode: 'rehearsing' } })).toBe('Rehearsing…');
    expect(title(null, 'stitch', { head: { ...HEAD, mode: 'moving' } })).toBe('The head is moving…');
  });

  it('always has a button with a word on it', () => {
    for (const action of ['rehearse', 'bobbinThread', 'start', 'pause', 'resume', 'goOn', 'next', 'load'] as const)
      expect(wordsFor(told(action, 'stitch', { run: run({}) }), 'mm').button).not.toBe('');
  });
});
