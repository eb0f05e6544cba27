import { gzipSync, strToU8 } from 'fflate';
import { describe, expect, it } from 'vitest';
import { boundsOf, lengthOf } from '../geometry/polyline.ts';
import { readCsv } from './csv-read.ts';
import type { Drawing } from './drawing.ts';
import { readDxf } from './dxf-read.ts';
import { fileText } from './file-text.ts';
import { readHpgl } from './hpgl-read.ts';
import { unseenKey } from './left-out.ts';
import { readDrawing } from './read-drawing.ts';
import { readSvg } from './svg-read.ts';

const total = ({ strokes }: Pick<Drawing, 'strokes'>): number => strokes.reduce((sum, s) => sum + lengthOf(s), 0);
const ends = ({ strokes }: Pick<Drawing, 'strokes'>): number[][] =>
  strokes.map((s) => [s[0]!, s[1]!, s.at(-2)!, s.at(-1)!].map((v) => Math.round(v * 100) / 100 + 0));

/** A DXF file of sections, each of pairs `code value`. */
const dxf = (sections: Readonly<Record<string, string>>, end = '\n'): string =>
  Object.entries(sections)
    .flatMap(([name, pairs]) => ['0', 'SECTION', '2', name, ...pairs.trim().split(/\s+/), '0', 'ENDSEC'])
    .concat('0', 'EOF')
    .join(end);
const LINE = '0 LINE 10 0 20 0 11 1 21 0';

describe('DXF', () => {
  const TABLES = '0 TABLE 2 LAYER 0 LAYER 2 Off 70 0 62 -3 0 LAYER 2 Cold 70 1 62 3 0 LAYER 2 Plain 70 0 62 3 0 ENDTAB';
  const unseenOf = (ENTITIES: string, BLOCKS = ''): string[] =>
    readDxf(dxf({ TABLES, BLOCKS, ENTITIES: `${LINE} ${ENTITIES}` })).leftOut.map(unseenKey);
  const block = (layer: string, flags = ''): string => `0 BLOCK 2 B 70 0 ${flags} 0 LINE 8 ${layer} 11 5 0 ENDBLK`;
  it.each([
    ['on a layer that is off, whatever its case', '0 LINE 8 OFF 11 5', '', ['off:OFF']],
    ['on one that is frozen', '0 LINE 8 Cold 11 5', '', ['frozen:Cold']],
    ['invisible by itself', '0 LINE 8 Plain 60 1 11 5', '', ['hidden:Plain']],
    ['on a sheet of paper', '0 LINE 67 1 11 5', '', ['paper:']],
    ['of a block on a frozen layer', '0 INSERT 8 Cold 2 B', block('Plain'), ['frozen:Cold']],
    ['of a block on the layer of its insert, which is off', '0 INSERT 8 Off 2 B', block('0'), ['off:Off']],
    ['none: an insert that is off shows other layers', '0 INSERT 8 Off 2 B', block('Plain'), []],
  ])('keeps lines apart that aren’t seen: %s', (_name, entities, blocks, keys) => {
    expect(unseenOf(entities, blocks)).toEqual(keys);
  });
  it('stitches a fitted polyline’s curve, not the frame that shapes it', () => {
    const vertex = (x: number, y: number, flags: number): string => `0 VERTEX 10 ${x} 20 ${y} 70 ${flags}`;
    const frame = `${vertex(0, 50, 16)} ${vertex(9, 50, 16)}`;
    const ENTITIES = `0 POLYLINE 70 4 ${frame} ${vertex(0, 0, 8)} ${vertex(5, 0, 8)} ${vertex(9, 0, 8)} 0 SEQEND`;
    expect(ends(readDxf(dxf({ ENTITIES })))).toEqual([[0, 0, 9, 0]]);
  });
  it.each([
    ['LEADER', /A leader/],
    ['MLINE', /Multiple lines/],
    ['RAY', /without an end/],
    ['XLINE', /without an end/],
    ['TRACE', /filled area/],
    ['HELIX', /helix/],
    ['WOBBLE', /^WOBBLE is left out/],
  ])('says that %s is left out', (type, sentence) => {
    expect(readDxf(dxf({ ENTITIES: `${LINE} 0 ${type} 10 5` })).remarks).toEqual([expect.stringMatching(sentence)]);
  });
  it.each([
    ['in any order, and a bulge before its y', '10 0 42 1 20 0 10 10 20 0', [[0, 0, 10, 0]], 5 * Math.PI],
    ['with no y, which is 0', '10 0 10 10', [[0, 0, 10, 0]], 10],
    ['closed, with a bulge at the last', '70 1 10 0 20 0 10 10 20 0 42 1', [[0, 0, 0, 0]], 10 + 5 * Math.PI],
    ['after what belongs to none', '20 7 42 9 10 0 20 0 10 3 20 4', [[0, 0, 3, -4]], 5],
  ])('takes vertices %s', (_name, vertices, where, length) => {
    const drawing = readDxf(dxf({ ENTITIES: `0 LWPOLYLINE ${vertices}` }));
    expect(ends(drawing)).toEqual(where);
    expect(total(drawing)).toBeCloseTo(length, 1);
  });
  it('says nothing of what isn’t shown: text of a block that nothing inserts', () => {
    const BLOCKS = '0 BLOCK 2 B 0 TEXT 1 puffin 0 ENDBLK';
    expect(readDxf(dxf({ BLOCKS, ENTITIES: LINE })).remarks).toEqual([]);
  });
  it('takes names without regard to case, and such as words of sections', () => {
    const BLOCKS = '0 BLOCK 2 Entities 8 BLOCK 0 LINE 8 ENDBLK 11 5 0 ENDBLK';
    const drawing = readDxf(dxf({ BLOCKS, ENTITIES: '0 INSERT 8 SECTION 2 ENTITIES' }));
    expect([total(drawing), drawing.groups]).toEqual([5, ['ENDBLK']]);
  });
  it.each([
    ['decimal commas', dxf({ ENTITIES: '0 LINE 10 0,0 20 0,0 11 1,5 21 0,0' }), 1.5],
    ['lines that end in CR alone', dxf({ ENTITIES: LINE }, '\r'), 1],
    ['lines that end in CR and LF', dxf({ ENTITIES: LINE }, '\r\n'), 1],
    ['empty lines between pairs', dxf({ ENTITIES: LINE }).replace(/\n0\n(?=[A-Z])/g, '\n\n\n0\n'), 1],
    ['comments before it', `999\nmade at sea\n${dxf({ ENTITIES: LINE })}`, 1],
  ])('reads %s', (_name, text, length) => {
    expect(total(readDxf(text))).toBeCloseTo(length, 9);
  });
  it('looks at a tilted plane from above', () => {
    // A circle of 10 about an axis that leans by 60° to the side is half as wide seen from above.
    const box = boundsOf(readDxf(dxf({ ENTITIES: '0 CIRCLE 10 0 20 0 40 10 210 0.8660254037844 230 0.5' })).strokes)!;
    expect([box.maxX - box.minX, box.maxY - box.minY].map((v) => Math.round(v * 100) / 100)).toEqual([10, 20]);
  });
  it('says that a file is cut short', () => {
    const { remarks, strokes } = readDxf(dxf({ ENTITIES: `${LINE} ${LINE}` }).slice(0, -15));
    expect([strokes.length, remarks]).toEqual([2, [expect.stringContaining('cut short')]]);
  });
});

describe('HPGL', () => {
  it.each([
    [
      'the edge of a rectangle, and of one by steps',
      'PU0,0;EA400,200;PU0,0;ER40,40;',
      [
        [0, 0, 0, 0],
        [0, 0, 0, 0],
      ],
      34,
    ],
    ['the edge of a wedge', 'PU0,0;EW400,0,90;', [[0, 0, 0, 0]], 20 + 5 * Math.PI],
    ['an arc through a place', 'PU400,0;PD;AT0,400,-400,0;', [[10, 0, -10, 0]], 10 * Math.PI],
    ['one by steps, the other way round', 'PU-400,0;PD;RT400,400,800,0;', [[-10, 0, 10, 0]], 10 * Math.PI],
    ['one through places in a row', 'PU0,0;PD;AT40,0,80,0;', [[0, 0, 2, 0]], 2],
    ['a label that ends as it is told', 'DT$;PU0,0;LBPD400,400$PD40,0;', [[0, 0, 1, 0]], 1],
    ['a label that ends as usual again', 'DT$;DT;PU0,0;LBPD9,9$;\u0003PD40,0;', [[0, 0, 1, 0]], 1],
  ])('reads %s', (_name, text, places, length) => {
    const drawing = readHpgl(text);
    expect(ends(drawing)).toEqual(places);
    expect(Math.abs(total(drawing) - length)).toBeLessThan(0.03);
  });
  it('goes to any number of places in one command', () => {
    const places = Array.from({ length: 1501 }, (_, i) => `${40 * i},${40 * (i % 2)}`).join(',');
    expect(readHpgl(`IN;PU0,0;PD${places};`).strokes.map((line) => line.length / 2)).toEqual([1502]);
  });
  it('says nothing of the job about the drawing', () => {
    const { remarks, strokes } = readHpgl(
      '\u001b%-12345X@PJL SET PAGES=2\r\n\u001b.(;\u001b%0BIN;SP1;PU0,0;PD40,0;SP0;\u001b%0A',
    );
    expect([remarks, strokes.length]).toEqual([[], 1]);
  });
});

describe('CSV', () => {
  it.each([
    ['semicolons and decimal commas', 'x_mm;y_mm\n0,5;0\n3,5;4,0', 5],
    ['tabs and decimal commas', '0,5\t0\n3,5\t4', 5],
    ['quoted decimal commas', '"0,5","0"\n"3,5","4"', 5],
    ['blank rows before and between', '\n\n0;0\n\n\n1,5;0\n4,5;4\n', 5],
    ['spaces alone', '0 0\n  3   4 ', 5],
  ])('reads %s', (_name, text, length) => {
    expect(total(readCsv(text))).toBeCloseTo(length, 9);
  });
});

describe('the text of a file', () => {
  const svg = '<?xml version="1.0"?><svg width="9mm" height="9mm" viewBox="0 0 9 9"><path d="M0 0H9"/></svg>';
  const wide = (text: string, bigEnd: boolean): Uint8Array =>
    Uint8Array.from({ length: 2 * text.length }, (_, i) => ((i % 2 === 1) === bigEnd ? text.charCodeAt(i >> 1) : 0));
  it.each([
    ['packed', 'a.svgz', gzipSync(strToU8(svg))],
    ['packed though its name doesn’t say so', 'a.svg', gzipSync(strToU8(svg))],
    ['of two bytes a sign, the small first', 'a.svg', wide(svg, false)],
    ['of two bytes a sign, the large first', 'a.svg', wide(svg, true)],
    ['with another ending', 'a.csv', strToU8(svg)],
  ])('is found %s', (_name, file, source) => {
    expect(fileText(file, source)).toEqual({ kind: 'svg', text: svg });
  });
  it.each([
    ['a.svg', `  ${dxf({ ENTITIES: LINE })}`, 'dxf'],
    ['a.txt', '\u001b%-1BIN;PU;PD40,0', 'hpgl'],
    ['a.csv', '{"format":"gorse-design"}', 'gorse'],
    ['a.plt', 'PU0,0;PD40,0', 'hpgl'],
    ['a.nc', '0\n1\n', 'gcode'],
  ])('%s is read as what it holds', (file, text, kind) => {
    expect(fileText(file, strToU8(text)).kind).toBe(kind);
  });
  it('of an old DXF is in its code page, of a new one in UTF-8', () => {
    const named = (release: string): string =>
      dxf({ HEADER: `9 $ACADVER 1 ${release} 9 $DWGCODEPAGE 3 ANSI_1252`, ENTITIES: '0 LINE 8 M?we 11 1' });
    const old = Uint8Array.from(named('AC1015'), (sign) => (sign === '?' ? 0xf6 : sign.charCodeAt(0)));
    expect(readDrawing('a.dxf', old).groups).toEqual(['Möwe']);
    expect(readDrawing('a.dxf', strToU8(named('AC1027').replace('?', 'ö'))).groups).toEqual(['Möwe']);
    expect(readDrawing('a.dxf', strToU8(named('AC1015').replace('?', '\\U+00f6'))).groups).toEqual(['Möwe']);
  });
  it('is refused where it is damaged, or unpacks to more than can be held', () => {
    const packed = gzipSync(strToU8(svg));
    expect(() => fileText('a.svgz', packed.subarray(0, 30))).toThrow(/damaged/);
    expect(() => fileText('a.svgz', gzipSync(new Uint8Array(21_000_000)))).toThrow(/larger than 20 MB/);
  });
});

describe('a file with no end of something', () => {
  it.each([
    ['moves.gcode', `G21\nG1X5\n${'\n'.repeat(2_000_001)}`, /more than 2,000,000 lines/],
    ['values.gcode', `G21\n${'#1=[#1+1]\n'.repeat(700_000)}G1X#1`, /more than 2,000,000 values/],
    ['moves.plt', `IN;${'SP1;'.repeat(3_000_001)}`, /more than 3,000,000 commands/],
    ['lists.json', `{"format":"gorse-design","strokes":[${'[],'.repeat(200_001)}[]]}`, /more than any Gorse design/],
    ['points.json', `{"strokes":[[${'1,'.repeat(2_200_001)}1]]}`, /more than any Gorse design/],
    ['entities.dxf', dxf({ ENTITIES: '0 POINT '.repeat(1_000_001) }), /more than 1,000,000 entities/],
    ['layers.dxf', dxf({ TABLES: Array.from({ length: 50_001 }, (_, i) => `0 LAYER 2 L${i}`).join(' ') }), /50,000 layers/], // prettier-ignore
    ['blocks.dxf', dxf({ BLOCKS: `0 BLOCK 2 A ${'0 POINT '.repeat(300_001)}`, ENTITIES: LINE }), /in its blocks/],
  ])('%s is refused at the limit', (file, text, sentence) => {
    expect(() => readDrawing(file, strToU8(text))).toThrow(sentence);
  });
});

describe('a drawing far from the origin', () => {
  it('is brought home before it is measured', () => {
    const ENTITIES = '0 LINE 10 5000000 20 4000000 11 5000003 21 4000004';
    const far = dxf({ HEADER: '9 $INSUNITS 70 6', ENTITIES });
    const { strokes } = readDrawing('far.dxf', strToU8(far));
    expect(strokes.map((line) => Array.from(line, Math.round))).toEqual([[0, 4000, 3000, 0]]);
  });
  it('is refused where one point of it lies off by more than any quilt', () => {
    const text =
      '<svg width="9mm" height="9mm" viewBox="0 0 9 9"><path d="M5e6 5e6L5000009 5e6"/><path d="M0 0H9"/></svg>';
    expect(() => readSvg(text)).toThrow(/a stray point/);
  });
});
