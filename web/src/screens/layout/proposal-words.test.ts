import { clothPoint, type PlanProblem, type Totals } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import type { ShownRecord } from '../../planning-worker/shown.ts';
import { proposalWords, type Reached } from './proposal-words.ts';

const shown = (seconds: number, stretch: number, ...codes: readonly PlanProblem['code'][]): ShownRecord => ({
  pieces: [],
  totals: { seconds, stitches: 1, cuts: 0, thread: 0, length: 0 } satisfies Totals,
  problems: codes.map((code) => ({
    ...{ code, severity: 'know', amount: 1, remedy: null },
    ...{ at: clothPoint(0, 0), subject: { kind: 'placement', id: 'p' } },
  })),
  fit: { distortion: { scale: 1, across: stretch, down: 0, shear: 0, folded: false }, grid: [] },
  rows: null,
  border: null,
});
const reached = (name: string, before: ShownRecord | undefined, after: ShownRecord | undefined): Reached => ({
  name,
  before,
  after,
});

/** Without the spaces that numbers and units are held together by. */
const said = (those: readonly Reached[]): string[] =>
  proposalWords(those).map((line) => line.replace(/[\u00a0\u202f]/g, ' '));

describe('a proposed change in words', () => {
  it('says what it does to time and stretch, over all patches together', () => {
    expect(
      said([reached('A1', shown(60, 0.01), shown(90, -0.034)), reached('A2', shown(60, 0.02), shown(90, 0.01))]),
    ).toEqual(['Time: 2 min → 3 min', 'Largest stretch: 2 % → 3.4 %']);
    expect(said([reached('A1', shown(60, 0), shown(60, 0))])).toEqual(['Time, stretch and checks stay as they are.']);
  });

  it('names the patches where checks come or go, a few of them', () => {
    const worse = Array.from({ length: 7 }, (_, i) => reached(`B${i + 1}`, shown(9, 0), shown(9, 0, 'outsideRegion')));
    const words = said([...worse, reached('C1', shown(9, 0, 'tooSharp'), shown(9, 0))]);
    expect(words).toEqual(['Newly in the checks: B1, B2, B3, B4, B5 and 2 more', 'Mended: C1']);
  });

  it('waits while nothing is worked out', () => {
    expect(said([reached('A1', undefined, shown(9, 0))])).toEqual(['Working it out…']);
    expect(said([])).toEqual(['Working it out…']);
  });
});
