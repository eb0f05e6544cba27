import { describe, expect, it } from 'vitest';
import { boundsOf, lengthOf, pointsOf } from '../geometry/polyline.ts';
import { FormatError } from '../problems.ts';
import type { Drawing, ReadAnswers } from './drawing.ts';
import { readCsv } from './csv-read.ts';
import { readDxf } from './dxf-read.ts';
import { readGcode } from './gcode-read.ts';
import { readGorseDocument } from './gorse-document.ts';
import { readHpgl } from './hpgl-read.ts';
import { readDrawing } from './read-drawing.ts';

const boxOf = ({ strokes }: Drawing): number[] => {
  const b = boundsOf(strokes)!;
  return [b.minX, b.minY, b.maxX, b.maxY].map((v) => Math.round(v * 100) / 100 + 0);
};
const endsOf = ({ strokes }: Drawing): number[][] =>
  strokes.map((s) => [s[0]!, s[1]!, s.at(-2)!, s.at(-1)!].map((v) => Math.round(v * 100) / 100 + 0));
const total = ({ strokes }: Drawing): number => strokes.reduce((sum, s) => sum + lengthOf(s), 0);
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);

/** A DXF drawing of pairs `code value`, with blocks and units. */
function dxf(entities: string, { blocks = '', units = '4' } = {}): string {
  const pairs = (text: string): string => text.trim().split(/\s+/).join('\n');
  const header = units === '' ? '' : `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n${units}\n0\nENDSEC\n`;
  const block = blocks === '' ? '' : `0\nSECTION\n2\nBLOCKS\n${pairs(blocks)}\n0\nENDSEC\n`;
  return `${header}${block}0\nSECTION\n2\nENTITIES\n${pairs(entities)}\n0\nENDSEC\n0\nEOF\n`;
}

describe('DXF', () => {
  it.each([
    ['a line, y turned down', '0 LINE 10 1 20 2 11 4 21 6', [1, -6, 4, -2], 5],
    ['a quarter arc', '0 ARC 10 0 20 0 40 10 50 0 51 90', [0, -10, 10, 0], 5 * Math.PI],
    ['an arc over 0°', '0 ARC 10 0 20 0 40 10 50 270 51 90', [0, -10, 10, 10], 10 * Math.PI],
    ['a circle', '0 CIRCLE 10 5 20 5 40 5', [0, -10, 10, 0], 10 * Math.PI],
    ['half an ellipse', '0 ELLIPSE 10 0 20 0 11 20 21 0 40 0.5 41 0 42 3.14159265358979', [-20, -10, 20, 0], 48.4422],
    ['an arc seen from behind', '0 ARC 10 0 20 0 40 10 50 0 51 90 230 -1', [-10, -10, 0, 0], 5 * Math.PI],
    [
      'a polyline with a half circle bulging down',
      '0 LWPOLYLINE 70 0 10 0 20 0 42 1 10 10 20 0 10 10 20 5',
      [0, -5, 10, 5],
      5 * Math.PI + 5,
    ],
    [
      'a closed polyline of vertices',
      '0 POLYLINE 70 1 0 VERTEX 10 0 20 0 0 VERTEX 10 3 20 0 0 VERTEX 10 3 20 4 0 SEQEND',
      [0, -4, 3, 0],
      12,
    ],
    [
      'a quadratic spline, which is a parabola',
      '0 SPLINE 71 2 40 0 40 0 40 0 40 1 40 1 40 1 10 0 20 0 10 10 20 20 10 20 20 0',
      [0, -10, 20, 0],
      29.5789,
    ],
    [
      'a rational spline, which is a quarter circle',
      '0 SPLINE 71 2 40 0 40 0 40 0 40 1 40 1 40 1 41 1 41 0.70710678118 41 1 10 10 20 0 10 10 20 10 10 0 20 10',
      [0, -10, 10, 0],
      5 * Math.PI,
    ],
  ])('%s', (_name, entities, box, length) => {
    const drawing = readDxf(dxf(entities));
    boxOf(drawing).forEach((side, i) => expect(Math.abs(side - box[i]!), boxOf(drawing).join()).toBeLessThan(0.02));
    expect(Math.abs(total(drawing) - length)).toBeLessThan(0.03);
  });

  it('inserts blocks within blocks, scaled about their base points, turned and in rows', () => {
    const blocks =
      '0 BLOCK 2 IN 10 1 20 0 0 LINE 10 1 20 0 11 2 21 0 0 ENDBLK 0 BLOCK 2 OUT 10 0 20 0 0 INSERT 2 IN 10 5 20 0 41 2 42 2 0 ENDBLK';
    // The inner line runs 0…2 at (5,0); the outer turns it by 90° and repeats it 100 mm on, across.
    const drawing = readDxf(dxf('0 INSERT 2 OUT 10 10 20 10 50 90 70 2 44 100', { blocks }));
    expect(endsOf(drawing)).toEqual([
      [10, -15, 10, -17],
      [10, -115, 10, -117],
    ]);
  });

  it.each([
    ['1', 25.4],
    ['4', 1],
    ['5', 10],
    ['2', 304.8],
  ])('$INSUNITS %s is %f mm', (units, mm) => {
    expect(total(readDxf(dxf('0 LINE 10 0 20 0 11 1 21 0', { units })))).toBeCloseTo(mm, 6);
  });
  it('asks for the unit where none is stated', () => {
    const text = dxf('0 LINE 10 0 20 0 11 1 21 0', { units: '' });
    expect(readDxf(text).unit).toEqual({ mm: 1, stated: false });
    expect(total(readDxf(text, { unit: 'in' }))).toBeCloseTo(25.4, 6);
  });
  it('says what it leaves out', () => {
    const { remarks } = readDxf(dxf('0 TEXT 1 puffin 0 3DFACE 10 0 0 LINE 10 0 20 0 11 1 21 0 0 INSERT 2 NONE'));
    expect(remarks.join(' ')).toMatch(/Text is left out.*3-D faces|block "NONE"/s);
    expect(remarks).toHaveLength(3);
  });
  it.each([
    ['a block in itself', dxf('0 INSERT 2 A', { blocks: '0 BLOCK 2 A 0 INSERT 2 A 0 ENDBLK' }), /contains itself/],
    [
      'an explosion of inserts',
      dxf('0 INSERT 2 A 70 30000 71 30000', { blocks: '0 BLOCK 2 A 0 LINE 10 0 20 0 11 1 21 1 0 ENDBLK' }),
      /more than 100,000 times/,
    ],
    ['coordinates beyond any quilt', dxf('0 LINE 10 1e308 20 0 11 1 21 0'), /larger than any quilt/],
    [
      'more points than a design can have',
      dxf(`0 LWPOLYLINE ${'10 1e5 20 0 42 1 10 -1e5 20 0 42 1 '.repeat(400)}`),
      /more than 1,000,000 points/,
    ],
    [
      'blocks that repeat nothing without end',
      dxf('0 INSERT 2 A '.repeat(2000), { blocks: `0 BLOCK 2 A ${'0 POINT 10 0 '.repeat(1000)} 0 ENDBLK` }),
      /more than 1,500,000 entities/,
    ],
    ['no number', dxf('0 LINE 10 nan 20 0 11 1 21 0'), /larger than any quilt/],
    ['nothing to stitch', dxf('0 TEXT 1 puffin'), /no line/],
    ['a binary one', 'AutoCAD Binary DXF\r\n', /binary DXF/],
    ['another file', 'hello', /no sections/],
  ])('refuses %s', (_name, text, sentence) => {
    expect(() => readDxf(text)).toThrow(FormatError);
    expect(() => readDxf(text)).toThrow(sentence);
  });
});

describe('G-code', () => {
  it.each([
    ['modal words and millimetres', 'G21 G90\nG0 X10 Y0\nG1 X20\nY5', [[10, 0, 20, -5]], 15],
    ['inches', 'G20\nG0X1Y1\nG1X2', [[25.4, -25.4, 50.8, -25.4]], 25.4],
    [
      'steps from where it stands',
      'G21G91\nG0X5\nG1X5\nY5\nG0X1\nG1X1',
      [
        [5, 0, 10, -5],
        [11, -5, 12, -5],
      ],
      11,
    ],
    ['an arc about I and J, clockwise', 'G21\nG0X0Y0\nG2X10Y10I10J0', [[0, 0, 10, -10]], 5 * Math.PI],
    ['the long way round by a negative radius', 'G21\nG0X0Y0\nG3X10Y10R-10', [[0, 0, 10, -10]], 15 * Math.PI],
    ['the short way by a radius', 'G21\nG0X0Y0\nG3X10Y10R10', [[0, 0, 10, -10]], 5 * Math.PI],
    ['a whole circle', 'G21\nG0X10Y0\nG2X10Y0I-10', [[10, 0, 10, 0]], 20 * Math.PI],
    [
      'comments, line numbers and a needle that stops',
      'G21 (G20)\nN10 M3\nG1 X5 ; Y9\nM5\nG1 X9\nM3\nG1 X10',
      [
        [0, 0, 5, 0],
        [9, 0, 10, 0],
      ],
      6,
    ],
    ['a pen that is lifted', 'G21\nG1 Z5\nG1 X5\nG1 Z-1\nG1 X8', [[5, 0, 8, 0]], 3],
  ])('%s', (_name, text, ends, length) => {
    const drawing = readGcode(text);
    expect(endsOf(drawing)).toEqual(ends);
    expect(Math.abs(total(drawing) - length)).toBeLessThan(0.03);
  });
  it('knows which way clockwise goes', () => {
    // From the left point over the top (y up), so over -10 with y down.
    expect(boxOf(readGcode('G21\nG0X-10Y0\nG2X10Y0I10J0'))).toEqual([-10, -10, 10, 0]);
    expect(boxOf(readGcode('G21\nG0X-10Y0\nG3X10Y0R10'))).toEqual([-10, 0, 10, 10]);
  });
  it('asks for the unit where none is stated, also when a comment names one', () => {
    expect(readGcode('(G21)\nG1 X1').unit).toEqual({ mm: 1, stated: false });
    expect(total(readGcode('G1 X1', { unit: 'in' }))).toBeCloseTo(25.4, 6);
  });
  it('reads an impossible arc straight and says so; refuses a file without a stitch', () => {
    const drawing = readGcode('G21\nG2 X10 Y0 I99 J0');
    expect([total(drawing), drawing.remarks[0]]).toEqual([10, expect.stringMatching(/^Line 2: an arc whose ends/)]);
    expect(() => readGcode('G0 X5')).toThrow(/nothing to stitch/);
    expect(() => readGcode(`G1 X${'9'.repeat(40)}`)).toThrow(/larger than any quilt/);
  });
});

describe('HPGL', () => {
  it.each([
    ['forty units a millimetre, y up', 'IN;SP1;PU400,0;PD800,400,800,0;', [[10, 0, 20, 0]], 10 * Math.SQRT2 + 10],
    [
      'steps',
      'IN;PD;PR40,0,0,40;PU;PR40,0;PD40,0;',
      [
        [0, 0, 1, -1],
        [2, -1, 3, -1],
      ],
      3,
    ],
    ['an arc about a place', 'IN;PU400,0;PD;AA0,0,90;', [[10, 0, 0, -10]], 5 * Math.PI],
    ['an arc about a place beside', 'IN;PD;AR400,0,-180;', [[0, 0, 20, 0]], 10 * Math.PI],
    [
      'a circle, which leaves the pen',
      'IN;PU0,0;CI400;PD40,0',
      [
        [10, 0, 10, 0],
        [0, 0, 1, 0],
      ],
      20 * Math.PI + 1,
    ],
    ['own units', 'IN;IP0,0,4000,4000;SC0,10,0,10;PU1,1;PD2,1', [[10, -10, 20, -10]], 10],
    ['spaces for commas and a label', 'IN PU0 0 LBPD 9 9\x03PD40 0', [[0, 0, 1, 0]], 1],
  ])('%s', (_name, text, ends, length) => {
    const drawing = readHpgl(text);
    expect(endsOf(drawing)).toEqual(ends);
    expect(Math.abs(total(drawing) - length)).toBeLessThan(0.03);
  });
  it('says what it leaves out and refuses a page without a line', () => {
    expect(readHpgl('IN;LBhello\x03PD40,0;').remarks).toEqual(['Text is left out; turn it into lines first.']);
    expect(() => readHpgl('IN;PU5,5;')).toThrow(/nothing to stitch/);
  });
});

describe('CSV', () => {
  it.each([
    ['named columns with their unit', 'stroke,x_mm,y_mm\n1,0,0\n1,3,4\n2,0,0\n2,1,0', {}, [5, 1], true],
    ['inches in brackets, other columns between', 'n;X (in);speed;Y (in)\n1;0;9;0\n2;1;9;0', {}, [25.4], true],
    ['two columns, blank row between strokes', '0,0\n3,4\n\n0,0\n0,1\n', {}, [5, 1], false],
    [
      'columns and unit as answered',
      '7,0,0\n7,1,0',
      { unit: 'cm', columns: [1, 2] } satisfies ReadAnswers,
      [10],
      false,
    ],
  ])('%s', (_name, text, answers, lengths, stated) => {
    const drawing = readCsv(text, answers);
    drawing.strokes.forEach((stroke, i) => expect(lengthOf(stroke)).toBeCloseTo(lengths[i]!, 6));
    expect([drawing.strokes.length, drawing.unit.stated, drawing.table]).toEqual([lengths.length, stated, null]);
  });
  it('shows the first rows when nobody says which columns are meant', () => {
    expect(readCsv('1,10,20\n2,30,40').table).toEqual({
      rows: [
        ['1', '10', '20'],
        ['2', '30', '40'],
      ],
      spread: [1, 20, 20],
      likely: [0, 1],
    });
    const { table } = readCsv('a;1;0,5;9;\nb;2;0,75;9;\nc;4;0;9;x');
    expect(table).toMatchObject({ spread: [0, 3, 0.75, 0, 0], likely: [1, 2] });
  });
  it('names the row that has no number', () => {
    expect(() => readCsv('x,y\n0,0\n5,boat')).toThrow(/Row 3 has no number/);
    expect(() => readCsv('x,y\n0,0')).toThrow(/at least two points/);
    expect(() => readCsv('only\nwords')).toThrow(/an x and a y/);
  });
});

describe('the open document', () => {
  const good = {
    format: 'gorse-design',
    version: 1,
    name: 'Net',
    kind: 'border',
    tags: ['sea'],
    unit: 'mm',
    strokes: [[0, 0, 3, 4]],
  };
  it('brings its labels', () => {
    const read = readGorseDocument(JSON.stringify(good));
    expect(read.labels).toEqual({ name: 'Net', kind: 'border', tags: ['sea'] });
    expect(total(read)).toBe(5);
  });
  it.each([
    ['{', /no JSON object/],
    [JSON.stringify({ ...good, format: 'x' }), /no Gorse design/],
    [JSON.stringify({ ...good, version: 2 }), /newer Gorse/],
    [JSON.stringify({ ...good, unit: 'in' }), /must be "mm"/],
    [JSON.stringify({ ...good, strokes: [[0, 0, 1]] }), /strokes\[0\]/],
    [JSON.stringify({ ...good, strokes: [[0, 0, null, 1]] }), /strokes\[0\]/],
    [JSON.stringify({ ...good, strokes: [] }), /no line/],
  ])('%s is refused', (text, sentence) => {
    expect(() => readGorseDocument(text)).toThrow(sentence);
  });
});

describe('any design file', () => {
  it('is read by its ending, joined, and brought to the corner of its box', () => {
    const read = readDrawing(
      'Shell.DXF',
      bytes(dxf('0 LINE 10 50 20 50 11 60 21 50 0 LINE 10 60 20 60 11 60.02 21 50')),
    );
    expect(read.strokes.map(pointsOf)).toEqual([
      [
        { x: 0, y: 10 },
        { x: 10, y: 10 },
        { x: expect.closeTo(10, 6) as number, y: 0 },
      ],
    ]);
    expect(read.remarks).toEqual(['Joined 2 pieces into 1 where their ends meet within 0.05 mm.']);
  });
  it('is refused with what can be read', () => {
    expect(() => readDrawing('Shell.pdf', bytes('%PDF'))).toThrow(/SVG, DXF, G-code, HPGL, CSV/);
    expect(() => readDrawing('Shell.dxf', bytes(dxf('0 LWPOLYLINE 20 5')))).toThrow(/no line in this drawing/);
  });
});
