import { describe, expect, it } from 'vitest';
import { lengthOf } from '../geometry/polyline.ts';
import { FormatError } from '../problems.ts';
import type { Drawing } from './drawing.ts';
import { readGcode } from './gcode-read.ts';
import { needlePicture } from './read-pictures.ts';

const pairs = (lines: readonly Float64Array[] = []): number[][] =>
  lines.map((line) => Array.from(line, (mm) => Math.round(1000 * mm) / 1000 + 0));
const stitched = (text: string): number[][] => pairs(readGcode(text).strokes);
const told = ({ remarks }: Drawing): string => remarks.join(' ');

describe('words', () => {
  it.each([
    ['run together, units too', 'G17G21G90G0X1Y2G1X3Y2', []],
    ['one line each', 'G17G21G90\nG0X1Y2\nG1X3Y2', [[1, -2, 3, -2]]],
    ['behind a line number', 'N10G20\nN20G0X0Y0\nN30G1X1Y0', [[0, 0, 25.4, 0]]],
    ['in small letters, with spaces', 'g21\n g1 x 4 y -2 f100', [[0, 0, 4, 2]]],
    ['with comments among them', 'G21 (mm; really) G1 (to) X4 ; X9', [[0, 0, 4, 0]]],
    ['on lines that end in CR alone', 'G21\rG1X4\rX6', [[0, 0, 4, 0, 6, 0]]],
  ])('are read %s', (_how, text, strokes) => {
    if (strokes.length === 0) expect(() => stitched(text)).not.toThrow(/unit/);
    else expect(stitched(text)).toEqual(strokes);
  });
  it('state the unit wherever they stand, but not in a comment', () => {
    expect(readGcode('N5G17G20G1X1').unit).toEqual({ mm: 25.4, stated: true });
    expect(readGcode('G1X1 (G20)').unit.stated).toBe(false);
    expect(readGcode('G1X1\n(then G21)\nG200X5').unit.stated).toBe(false);
  });
  it('that ask the machine for something else are no places to go to', () => {
    expect(stitched('G21\nG1X5\nG4 X1.5\nG1X6')).toEqual([[0, 0, 5, 0, 6, 0]]);
    const home = readGcode('G21\nG1X5\nG28 X0 Y0\nG1X6');
    expect(pairs(home.strokes)).toEqual([[0, 0, 5, 0], [5, 0, 6, 0]]); // prettier-ignore
    expect(told(home)).toMatch(/^Line 3: G28 depends on the machine/);
    // From here on the place where it stands is called 100, 0.
    expect(stitched('G21\nG1X5\nG92 X100 Y0\nG1X101')).toEqual([[0, 0, 5, 0, 6, 0]]);
    // A hole that is drilled is no stitch, and the height of its start no lifted needle.
    expect(stitched('G21\nG1X5\nG81X9Y0Z-3R2\nG80\nG1X10')).toEqual([[0, 0, 5, 0], [9, 0, 10, 0]]); // prettier-ignore
    expect(stitched('G21\nG1X5\nG28 Z20\nG1X6\nG92 Z-7\nG1X7')).toEqual([[0, 0, 5, 0], [5, 0, 6, 0, 7, 0]]); // prettier-ignore
    expect(stitched('G21\nM117 X9 done\n$X\n%\nG1X5')).toEqual([[0, 0, 5, 0]]);
  });
});

describe('parameters and expressions', () => {
  it('are worked out where a number may stand', () => {
    expect(stitched('G21\n#1=10\n#<over>=[#1/4]\nG1X#1Y[#<over>*2-1]')).toEqual([[0, 0, 10, -4]]);
    expect(stitched('G21\nG1X[2+3*2**2]Y-[SQRT[16]]')).toEqual([[0, 0, 14, 4]]);
    // What binds alike is worked out from the left.
    expect(stitched('G21\nG1X[64/4/2-3-1]Y-[7 MOD 4*2]')).toEqual([[0, 0, 4, 6]]);
    expect(stitched('G21\nG1X[2 gt 1 AND 3 LT 2 OR 1]Y-[[1+1]*[2-5]]')).toEqual([[0, 0, 1, -6]]);
    expect(stitched('G21\nG1X[10*COS[60]]Y[ATAN[1]/[1]]')).toEqual([[0, 0, 5, -45]]);
    expect(stitched('G21\n#3=7 (height)\n#4=#3\nG1X#4Y[7 MOD 4]')).toEqual([[0, 0, 7, -3]]);
    // What a line sets holds from the next one on.
    expect(stitched('G21\n#1=1\n#1=9 G1X#1\nX#1')).toEqual([[0, 0, 1, 0, 9, 0]]);
  });
  it('that were never set are 0, and that is said; what can’t be worked out is refused with its line', () => {
    expect(told(readGcode('G21\nG1X5Y#77'))).toBe(
      'Line 2: the parameter #77 was not set in this file and is read as 0.',
    );
    for (const broken of ['X[1+', 'X[1/0]', 'X[SQRT[-1]]', 'X#', 'X[[[[', `X${'['.repeat(5000)}1`])
      expect(() => readGcode(`G21\nG1 ${broken}`)).toThrow(FormatError);
    expect(told(readGcode('G21\nO100 WHILE [#1 LT 3]\nG1X5\nO100 ENDWHILE'))).toMatch(/^Line 2: loops, jumps/);
    expect(told(readGcode('G21\nO0001 (a name)\nG1X5'))).toBe('');
  });
});

describe('the needle', () => {
  const square = (down: string, up: string, go = 'G1'): string =>
    ['G21', up, `${go}X10Y0`, down, 'G1X20Y0', 'G1X20Y10', up, `${go}X0Y10`, down, 'G1X5Y10', up, `${go}X0Y0`].join(
      '\n',
    );
  const LINES = [[10, 0, 20, 0, 20, -10], [0, -10, 5, -10]]; // prettier-ignore
  const GONE = [[0, 0, 10, 0], [20, -10, 0, -10], [5, -10, 0, 0]]; // prettier-ignore
  it.each([
    ['M3 and M5', 'M3', 'M5'],
    ['M3 and M5, with a number run on', 'M3S90', 'M5'],
    ['a small motor’s two angles', 'M3S60', 'M3S20'],
    ['a beam that is switched by S alone', 'S500', 'S0'],
    ['Z, below and above the cloth', 'G1Z-1', 'G0Z5'],
    ['Z, though a motor runs all the while', 'G1Z-2F100\nM3', 'G0Z5'],
    ['Z, all of it above 0', 'G1Z1', 'G1Z8'],
  ])('goes by %s', (_what, down, up) => {
    const drawing = readGcode(square(down, up));
    expect(pairs(drawing.strokes)).toEqual(LINES);
    expect(pairs(drawing.travel)).toEqual(GONE);
  });
  it('is up at G0 whatever else is said, and where nothing is said that alone counts', () => {
    expect(stitched('G21\nM3\nG1X5\nG0X8\nG1X9')).toEqual([[0, 0, 5, 0], [8, 0, 9, 0]]); // prettier-ignore
    expect(stitched('G21\nG1X5\nG0X8\nG1X9')).toEqual([[0, 0, 5, 0], [8, 0, 9, 0]]); // prettier-ignore
    // A beam made stronger and weaker is never off.
    expect(stitched('G21\nS300\nG1X5\nS500\nG1X6\nS400\nG1X7')).toEqual([[0, 0, 5, 0, 6, 0, 7, 0]]);
  });
  it('is exchanged with travel when that is said, so that nothing is lost either way', () => {
    const turned = readGcode(square('M3', 'M5'), { exchanged: true });
    expect(pairs(turned.strokes)).toEqual(GONE);
    expect(pairs(turned.travel)).toEqual(LINES);
    expect(() => readGcode('G21\nG1X5', { exchanged: true })).toThrow(/nothing to stitch/);
    expect(pairs(readGcode('G21\nG0X5', { exchanged: true }).strokes)).toEqual([[0, 0, 5, 0]]);
  });
  it('is pictured with travel, in few points; not where nothing is travelled', () => {
    const { strokes, travel } = readGcode(square('M3', 'M5'));
    expect(needlePicture(strokes, travel!)).toEqual({ stitched: LINES, travel: [GONE[1], GONE[2], GONE[0]] });
    expect(needlePicture(strokes, [])).toBeNull();
    const fine = Float64Array.from(Array.from({ length: 20_000 }, (_, i) => (i % 2 ? Math.sin(i / 500) : i / 50)));
    expect(needlePicture([fine], travel!)!.stitched[0]!.length).toBeLessThan(400);
  });
});

describe('a long program', () => {
  const lines = (count: number, of: (i: number) => string): string =>
    Array.from({ length: count }, (_, i) => of(i)).join('\n');
  it('keeps its remarks few, and each with its line', () => {
    const { remarks } = readGcode(`G21\n${lines(500, (i) => `G1X${i + 1}Y#${i}`)}`);
    expect(remarks).toHaveLength(20);
    expect(remarks[19]).toMatch(/^Line 21: the parameter #19 was not set/);
  });
  it('sets no more parameters than a program needs', () => {
    expect(() => readGcode(lines(10_001, (i) => `#${i}=1`))).toThrow(/more parameters than a program needs/);
  });
  it('of one endless line is read as that', () => {
    expect(stitched(`G21 ${'G1X5 '.repeat(20_000)}`)).toEqual([[0, 0, 5, 0]]);
    expect(() => readGcode(`G21 G1X${' '.repeat(200_000)}`)).toThrow(FormatError);
  });
});

describe('curves', () => {
  it('of two control points, and of one', () => {
    const [cubic] = readGcode('G21\nG5 I0 J3 P0 Q3 X4 Y0').strokes;
    // Up by 3 at both ends: it rises to three quarters of that.
    expect(Math.min(...pairs([cubic!])[0]!.filter((_, i) => i % 2 === 1))).toBeCloseTo(-2.25, 1);
    expect(lengthOf(readGcode('G21\nG5.1 I2 J2 X4 Y0').strokes[0]!)).toBeCloseTo(4.59, 1);
  });
});
