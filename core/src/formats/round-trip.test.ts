import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boundsOf, polyline, type Polyline } from '../geometry/polyline.ts';
import { FormatError } from '../problems.ts';
import { writeCsv } from './csv-write.ts';
import { writeDxf } from './dxf-write.ts';
import { designSheet, type ExportSheet } from './exported.ts';
import { writeGcode } from './gcode-write.ts';
import { writeGorseDocument } from './gorse-document.ts';
import { writeHpgl } from './hpgl-write.ts';
import { readDrawing } from './read-drawing.ts';
import { writeSvg } from './svg-write.ts';

const WRITERS: Readonly<Record<string, (sheet: ExportSheet, strokes: readonly Polyline[]) => string>> = {
  svg: writeSvg,
  dxf: writeDxf,
  gcode: (sheet) => writeGcode(sheet),
  hpgl: writeHpgl,
  csv: writeCsv,
  json: (sheet, strokes) => writeGorseDocument({ name: sheet.title, kind: null, tags: [] }, strokes),
};

const coordinate = fc.double({ min: -400, max: 400, noNaN: true });
/** Strokes whose own points lie apart, and whose ends don't happen to meet. */
const drawing = fc
  .array(fc.array(fc.record({ x: coordinate, y: coordinate }), { minLength: 2, maxLength: 12 }), {
    minLength: 1,
    maxLength: 4,
  })
  .map((strokes) => strokes.map(polyline))
  .filter((strokes) => {
    const ends = strokes.flatMap((s) => [
      [s[0]!, s[1]!],
      [s.at(-2)!, s.at(-1)!],
    ]);
    return ends.every(([x, y], i) => ends.every(([u, v], j) => j <= i || Math.hypot(x! - u!, y! - v!) > 0.2));
  });

describe.each(Object.keys(WRITERS))('a design written as %s', (ending) => {
  it('reads back as the same strokes', () => {
    fc.assert(
      fc.property(drawing, (strokes) => {
        const text = WRITERS[ending]!(designSheet('Kelp', strokes, 3000), strokes);
        const read = readDrawing(`Kelp.${ending}`, new TextEncoder().encode(text));
        const box = boundsOf(strokes)!;
        expect(read.unit.stated).toBe(true);
        expect(read.strokes.map((s) => s.length)).toEqual(strokes.map((s) => s.length));
        read.strokes.forEach((stroke, k) => {
          for (let i = 0; i < stroke.length; i += 2) {
            const dx = stroke[i]! - (strokes[k]![i]! - box.minX);
            const dy = stroke[i + 1]! - (strokes[k]![i + 1]! - box.minY);
            expect(Math.hypot(dx, dy)).toBeLessThan(0.02);
          }
        });
      }),
      { seed: 1, numRuns: 60 },
    );
  });
});

const SEEDS: Readonly<Record<string, string>> = {
  svg: '<svg xmlns="http://www.w3.org/2000/svg" width="9in" height="9in" viewBox="0 0 9 9"><g transform="rotate(9) scale(2)"><path d="M0 0C1 2 3 4 5 6A1 2 30 0 1 7 8z"/><use href="#a"/></g></svg>',
  dxf: [
    '0',
    'SECTION',
    '2',
    'ENTITIES',
    '0',
    'LWPOLYLINE',
    '70',
    '1',
    '10',
    '0',
    '20',
    '0',
    '42',
    '1',
    '10',
    '9',
    '20',
    '9',
    '0',
    'SPLINE',
    '71',
    '2',
    '40',
    '0',
    '40',
    '1',
    '10',
    '5',
    '20',
    '6',
    '0',
    'INSERT',
    '2',
    'A',
    '0',
    'ENDSEC',
    '0',
    'EOF',
  ].join('\n'),
  gcode: 'G21 G90\nG0 X1 Y2\nM3\nG1 X9.5\nG2 X1 Y1 I5 J5\nG3 X9 Y9 R-20\nM5',
  hpgl: 'IN;SP1;IP0,0,9,9;SC0,1,0,1;PU1,2;PD3,4,5,6;AA1,1,90;CI500;LBhi\x03PU;',
  csv: 'stroke,x_mm,y_mm\n1,0,0\n1,5,5\n\n2,1,1\n2,9,9',
  json: '{"format":"gorse-design","version":1,"unit":"mm","name":"a","tags":[],"strokes":[[0,0,1,1]]}',
};
const SPICE = ['1e308', '-1e-308', 'NaN', '\u0000', '<', '"', '(', '999999999', '', '0', '\n', 'INSERT', 'z', 'A'];

describe.each(Object.keys(SEEDS))('a damaged %s file', (ending) => {
  it('is read or refused with a sentence, never more', () => {
    const text = SEEDS[ending]!;
    const cut = fc.nat(text.length);
    const damage = fc.array(fc.tuple(cut, fc.nat(20), fc.constantFrom(...SPICE)), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(damage, (cuts) => {
        const damaged = cuts.reduce((was, [at, drop, spice]) => was.slice(0, at) + spice + was.slice(at + drop), text);
        try {
          const { strokes } = readDrawing(`a.${ending}`, new TextEncoder().encode(damaged));
          expect(strokes.every((stroke) => stroke.length >= 4 && stroke.every(Number.isFinite))).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(FormatError);
          expect((error as Error).message).toMatch(/^[A-Z"a-z\d].*\.$/s);
        }
      }),
      { seed: 1, numRuns: 400 },
    );
  });
});
