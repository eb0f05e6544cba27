import type { DesignAnswer } from '@gorse/contract';
import { analyseDesign, polyline } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { numbersOf } from './design-numbers.ts';
import { countsOf, facetsOf, filtered, newestRevisions, NO_FILTER } from './library-filter.ts';

const line = (...xy: number[]): Float64Array => Float64Array.from(xy);
const design = (name: string, strokes: readonly Float64Array[], more: Partial<DesignAnswer> = {}): DesignAnswer => {
  const { facts } = analyseDesign(strokes);
  return {
    id: name,
    name,
    file: `${name}.svg`,
    facts,
    kind: facts.kind,
    tags: [],
    remarks: [],
    addedAt: 0,
    originalId: null,
    revision: 1,
    edits: [],
    ...more,
  };
};

const square = design('Hatch', [line(0, 0, 90, 0, 90, 90, 0, 90, 0, 0)], { tags: ['boat'] });
const wave = design('Wave', [
  polyline(Array.from({ length: 301 }, (_, i) => ({ x: i, y: 20 * Math.sin((i * Math.PI) / 30) }))),
]);
const cut = design('Dashes', [line(0, 0, 400, 0), line(0, 40, 400, 40)], { tags: ['boat', 'line'], kind: 'border' });
const twice = design('Twice', [line(0, 0, 60, 0, 60, 60, 0, 0, 30, 0)]);
const ALL = [wave, square, twice, cut];
const facets = facetsOf(ALL);
const find = (filter: Partial<typeof NO_FILTER>): string[] =>
  filtered(ALL, facets, { ...NO_FILTER, ...filter }).map(({ name }) => name);

describe('finding designs', () => {
  it('shows all by name at first, or in another order', () => {
    expect(find({})).toEqual(['Dashes', 'Hatch', 'Twice', 'Wave']);
    expect(find({ sort: 'small' })).toEqual(['Twice', 'Hatch', 'Wave', 'Dashes']);
  });
  it.each([
    [{ kind: ['block'] }, ['Hatch']],
    [{ kind: ['block', 'border'] }, ['Dashes', 'Hatch', 'Wave']],
    [{ cuts: ['some'] }, ['Dashes']],
    [{ doubled: ['yes'] }, ['Twice']],
    [{ row: ['joins'], cuts: ['none'] }, ['Wave']],
    [{ size: ['0'] }, ['Hatch', 'Twice']],
    [{ size: ['8', '12'] }, ['Dashes', 'Wave']],
    [{ tags: ['boat'], cuts: ['none'] }, ['Hatch']],
  ])('by %o', (chosen, names) => {
    expect(find({ chosen })).toEqual(names);
  });
  it('by words in the name, the file, the kind and the tags, all of them', () => {
    expect(find({ text: 'boat HATCH' })).toEqual(['Hatch']);
    expect(find({ text: 'border boat' })).toEqual(['Dashes']);
    expect(find({ text: 'puffin' })).toEqual([]);
  });
  it('by likeness, itself first', () => {
    expect(find({ like: wave })[0]).toBe('Wave');
  });
  it('counts what each option would leave with the others as they are', () => {
    const counts = countsOf(ALL, facets, { ...NO_FILTER, chosen: { tags: ['boat'] } });
    expect([counts.get('cuts none'), counts.get('cuts some'), counts.get('tags line')]).toEqual([1, 1, 1]);
    expect(countsOf(ALL, facets, { ...NO_FILTER, text: 'wave' }).get('cuts none')).toBe(1);
  });
  it('shows the newest revision of each', () => {
    const newer = { ...square, id: 'h2', originalId: 'Hatch', revision: 2 };
    expect(newestRevisions([newer, square, wave])).toEqual([newer, wave]);
  });
});

describe('the numbers of a design', () => {
  const rowsOf = (one: DesignAnswer) =>
    Object.fromEntries(
      numbersOf(one.facts, { stitches: 1200, seconds: 75 }, 2.3, 'mm')
        .flatMap(({ rows }) => rows)
        .map(({ name, value, warn }) => [name, `${value}${warn ? ' !' : ''}`.replaceAll('\u00a0', ' ')]),
    );
  it('have units, and warn of what deserves a look', () => {
    expect(rowsOf(cut)).toMatchObject({
      Size: '400 × 40 mm',
      Line: '800 mm',
      Stitches: '1,200',
      'Lines apart': '40 mm, median',
      Cuts: '1 !',
      'In a row': 'doesn’t join: it has cuts',
    });
    expect(rowsOf(twice)['Stitched twice']).toMatch(/^30 mm, 12\.8 % of the line !$/);
    expect(rowsOf(square)).toMatchObject({
      'Start (ring)': '0 across, 0 mm down',
      'Start to end': 'closed',
      Mirrored: 'the same both ways; turns 4 × onto itself',
      'Upside down': 'looks the same',
      'Tightest bend': 'none',
    });
  });
  it('say what would mend a row that doesn’t join', () => {
    const climbing = design('Climb', [line(0, 0, 50, 30, 100, 6)]);
    expect(rowsOf(climbing)['In a row']).toBe('misses by 6 mm; end it 6 mm higher');
    expect(rowsOf(square)['In a row']).toBe('doesn’t join: its copies would pile up');
  });
});
