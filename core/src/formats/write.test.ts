import { describe, expect, it } from 'vitest';
import { pointsOf, polyline } from '../geometry/polyline.ts';
import { writeDxf } from './dxf-write.ts';
import { coordinate, type ExportSheet, takingAllIn } from './exported.ts';
import { writeGcode } from './gcode-write.ts';
import { lineData } from './svg-line-data.ts';
import { readDrawing, readMapLines } from './read-drawing.ts';
import { readSvg } from './svg-read.ts';
import { writeSvg } from './svg-write.ts';

const line = polyline([
  { x: 10, y: 20 },
  { x: 30.5, y: 20 },
  { x: 30.5, y: 45.25 },
]);
const sheet: ExportSheet = {
  title: 'Tide & <Table>',
  width: 200,
  height: 100,
  patches: [
    {
      name: 'A1',
      ring: [
        { x: 0, y: 0 },
        { x: 50, y: 0 },
        { x: 50, y: 50 },
        { x: 0, y: 50 },
      ],
    },
  ],
  placements: [{ name: 'A1 (kelp)', strokes: [line], needlePoints: [line], feed: 3810 }],
};

describe('writing', () => {
  it('writes the numbers of a line like any other number', () => {
    const numbers = [0, -0, 0.0004, -0.0004, -0.0005, 0.9995, 9.9994, 10, -12.345, 999.9996, 1e6, -123456.789];
    expect(lineData(Float64Array.from(numbers))).toMatch(
      /^M0\.000 0\.000L0\.000 0\.000L-?0\.00[01] 1\.000L9\.999 10\.000L/,
    );
    expect(lineData(Float64Array.from(numbers)).slice(1).split(/[ L]/)).toEqual(numbers.map(coordinate));
    expect(numbers.map(coordinate).slice(-4)).toEqual(['-12.345', '1000.000', '1000000.000', '-123456.789']);
    expect(lineData(new Float64Array())).toBe('');
  });

  it('SVG opens at its true size and reads back the same', () => {
    const text = writeSvg({ ...sheet, patches: [] });
    expect(text).toContain('width="200.000mm" height="100.000mm" viewBox="0 0 200.000 100.000"');
    expect(readSvg(text).strokes.map(pointsOf)).toEqual([pointsOf(line)]);
    expect(readSvg(text).remarks).toEqual([]);
  });

  it('takes all lines in, also those that hang out, and says where the quilt’s corner lies', () => {
    const hanging = { ...sheet.placements[0]!, strokes: [Float64Array.of(-40, 20, 210, 130)], needlePoints: [] };
    const whole = takingAllIn({ ...sheet, placements: [hanging] });
    expect([whole.width, whole.height, whole.corner]).toEqual([250, 130, { x: 40, y: 0 }]);
    expect([...whole.placements[0]!.strokes[0]!]).toEqual([0, 20, 250, 130]);
    expect(whole.patches[0]!.ring[1]).toEqual({ x: 90, y: 0 });
    expect(writeGcode(whole)).toContain('\n(upper left corner of the quilt at X40.000 Y130.000)\n');
    expect(takingAllIn(sheet)).toEqual(sheet);
  });

  it('writes names without what no format has room for', () => {
    const named = { ...sheet, title: 'Tide\u0007\u2028Table\ud800', placements: [] };
    expect(writeSvg(named)).toContain('<title>Tide  Table</title>');
    expect(writeGcode(named)).toMatch(/^\(Tide {2}Table\)\n/);
  });

  it.each([
    ['quilt.svg', writeSvg],
    ['quilt.dxf', writeDxf],
  ])('a quilt as %s reads back as what is stitched, or as its patches', (file, write) => {
    const bytes = new TextEncoder().encode(write(sheet));
    const design = readDrawing(file, bytes);
    expect([design.strokes.length, design.strokes[0]!.length]).toEqual([1, 6]);
    expect(design.remarks).toEqual([expect.stringContaining('patches of this quilt are left out')]);
    const map = readMapLines(file, bytes);
    expect(map.strokes.map((one) => [...one].map(Math.round))).toEqual([expect.arrayContaining([0, 50])]);
    expect([map.groups, map.remarks]).toEqual([
      [null],
      [expect.stringContaining('stitched on this quilt is left out')],
    ]);
  });

  it('DXF says millimetres and has y upwards, each stroke one polyline on its layer', () => {
    const rows = writeDxf(sheet)
      .split('\n')
      .map((row) => row.trim());
    expect(rows[rows.indexOf('$INSUNITS') + 2]).toBe('4');
    const polylines = rows.flatMap((row, i) => (row === 'LWPOLYLINE' ? [i] : []));
    expect(polylines).toHaveLength(2);
    const stitched = rows.slice(polylines[1]);
    expect(stitched).toContain('STITCH_LINES');
    const x = stitched.findIndex((row, i) => row === '10' && i % 2 === stitched.indexOf('10') % 2);
    expect([stitched[x + 1], stitched[x + 3]].map(Number)).toEqual([10, 80]);
  });

  it('G-code travels with the needle up and stitches hole by hole', () => {
    // Each at its own feed.
    const [placement] = sheet.placements;
    const slower = { name: 'B2', strokes: [], needlePoints: [], feed: 1000 };
    expect(writeGcode({ ...sheet, placements: [placement!, slower] }).split('\n')).toEqual([
      '(Tide & <Table>)',
      '(sheet 200.000 x 100.000 mm)',
      'G21',
      'G90',
      'M5',
      '(A1  kelp )',
      'F3810',
      'G0 X10.000 Y80.000',
      'M3',
      'G1 X30.500 Y80.000',
      'G1 X30.500 Y54.750',
      'M5',
      '(B2)',
      'F1000',
      'M2',
      '',
    ]);
  });
});
