import { gzipSync, strToU8 } from 'fflate';
import { dxf, many, place, scattered, svg } from './shapes.ts';

/** Files of the kinds that once took seconds or all memory, by name: each as large as a file may be, or small and knotted. */
export const LARGE_CASES: Readonly<Record<string, () => readonly [file: string, source: Uint8Array | string]>> = {
  'a rose of 120 petals': () => ['rose.svg', svg(`<path d="${rose(120)}"/>`, '-100 -100 200 200')],
  '360 spokes': () => ['spokes.svg', svg(`<path stroke="red" d="${spokes(360)}"/>`, '-100 -100 200 200')],
  '3,600 spokes': () => ['spokes.svg', svg(`<path stroke="red" d="${spokes(3600)}"/>`, '-100 -100 200 200')],
  '5,000 ends in one place': () => [
    'star.svg',
    svg(`<path stroke="red" d="${many(5000, (i) => `M100 100L${around(100, 90, i / 5000)}`)}"/>`),
  ],
  'a DXF of blank lines': () => ['blank.dxf', '\n'.repeat(20_000_000)],
  'attributes of 20 kB of digits': () => [
    'digits.svg',
    `<svg width="${'9'.repeat(20_000)}" viewBox="${'1 '.repeat(10_000)}"><path transform="${'9'.repeat(20_000)}" style="${'a'.repeat(20_000)}" d="M0 0H9"/></svg>`,
  ],
  '10,000 copies of one line': () => ['copies.svg', svg('<path d="M1 1L90 90" stroke="red"/>'.repeat(10_000))],
  '40,000 points in a unit square': () => [
    'unit.csv',
    many(40_000, (i) => `${scattered(i, 12.9898)},${scattered(i, 78.233)}\n`),
  ],
  '300,000 strokes': () => ['strokes.svg', svg(`<path stroke="red" d="${many(300_000, stroke)}"/>`, '0 0 900 900')],
  '100,000 strokes': () => ['strokes.svg', svg(`<path stroke="red" d="${many(99_999, stroke)}"/>`, '0 0 900 900')],
  '1.2 million segments on cards': () => [
    'cards.svg',
    svg(`<path stroke="red" d="${many(1200, card)}"/>`, '0 0 900 900'),
  ],
  'a million random points': () => [
    'noise.csv',
    `x_mm,y_mm\n${many(1_000_000, (i) => `${(900 * scattered(i, 12.9898)).toFixed(2)},${(900 * scattered(i, 78.233)).toFixed(2)}\n`)}`,
  ],
  '240,000 lines of DXF': () => ['lines.dxf', dxf(many(240_000, dxfLine))],
  '100,000 lines of DXF that meet anywhere, half of them off': () => [
    'lines.dxf',
    `0\nSECTION\n2\nTABLES\n${many(50, (i) => `0\nLAYER\n2\nL${i}\n70\n${i % 2}\n62\n7\n`)}0\nENDSEC\n` +
      dxf(many(99_999, (i) => `0\nLINE\n8\nL${i % 50}\n10\n${place(i, 1)}\n20\n${place(i, 2)}\n11\n${place(i, 3)}\n21\n${place(i, 4)}\n`)), // prettier-ignore
  ],
  'a DXF polyline of 700,000 vertices': () => [
    'vertices.dxf',
    dxf(`0\nLWPOLYLINE\n8\n0\n70\n0\n${many(700_000, (i) => `10\n${(i % 977) / 2}\n20\n${((i * 7) % 983) / 2}\n`)}`),
  ],
  'a DXF polyline of 400,000 entities': () => [
    'old.dxf',
    dxf(
      `0\nPOLYLINE\n66\n1\n${many(400_000, (i) => `0\nVERTEX\n10\n${place(i, 1)}\n20\n${place(i, 2)}\n`)}0\nSEQEND\n`,
    ),
  ],
  '60,000 DXF splines': () => ['splines.dxf', dxf(many(60_000, dxfSpline))],
  '50,000 inserts of two lines': () => [
    'inserts.dxf',
    `0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n2\nB\n0\nLINE\n11\n1\n21\n1\n0\nCIRCLE\n10\n5\n40\n.3\n0\nENDBLK\n0\nENDSEC\n` +
      dxf(many(49_999, (i) => `0\nINSERT\n2\nB\n10\n${place(i, 1)}\n20\n${place(i, 2)}\n50\n${i % 360}\n`)),
  ],
  'a grid of 6,000 lines': () => [
    'grid.svg',
    svg(`<path stroke="red" d="${many(3000, (i) => `M0 ${i * 0.3}H900M${i * 0.3} 0V900`)}"/>`, '0 0 900 900'),
  ],
  '50,000 elements with styles and 6,000 rules': () => [
    'styles.svg',
    svg(
      `<style>${many(3000, (i) => `.c${i}{fill:none}g .d${i} path{stroke:red}`)}</style>${many(49_990, (i) => `<path class="c${i % 3000}" style="stroke:#${(i % 4096).toString(16).padStart(3, '0')};stroke-width:${i}" d="M${i % 900} ${Math.floor(i / 900)}h1"/>`)}`,
    ),
  ],
  '50,000 paths with seven attributes': () => [
    'attributes.svg',
    svg(
      many(49_990, (i) => `<path fill="none" stroke="#000000" stroke-width="1.5" id="path${i}" style="stroke-linecap:round;opacity:0.9" transform="translate(${i % 700} ${i % 900})" d="M0 0c1 2 3 4 5 6l9 9"/>`), // prettier-ignore
    ),
  ],
  '50,000 clipped lines': () => [
    'clipped.svg',
    svg(
      `<clipPath id="c"><circle cx="400" cy="400" r="300"/></clipPath>${many(49_990, (i) => `<path clip-path="url(#c)" stroke="red" d="M${i % 900} ${i % 700}l90 90"/>`)}`,
    ),
  ],
  '25,000 uses of a symbol': () => [
    'symbols.svg',
    svg(
      `<symbol id="s" viewBox="0 0 9 9"><path d="M0 0l9 9"/></symbol>${many(24_990, (i) => `<use href="#s" x="${i % 900}" y="${i % 700}" width="5" height="5" stroke="red"/>`)}`,
    ),
  ],
  '200,000 elements': () => [
    'elements.svg',
    svg(many(199_000, (i) => `<path d="M${i % 900} ${Math.floor(i / 900)}h1" stroke="red"/>`)),
  ],
  'two million curves': () => ['curves.svg', svg(`<path stroke="red" d="M0 0${many(1_900_000, () => 'q1 1 1 0')}"/>`)],
  'uses of uses of uses': () => [
    'uses.svg',
    svg(
      `${many(25, (i) => `<g id="l${i + 1}"><use href="#l${i}"/><use href="#l${i}"/></g>`)}<g id="l0"><path d="M0 0H1"/></g>`,
    ),
  ],
  'clips in clips': () => [
    'clips.svg',
    svg(
      `${many(200, (i) => `<clipPath id="c${i}"><circle cx="${i % 90}" cy="50" r="40"/></clipPath><g clip-path="url(#c${i})">`)}<path d="${spokes(500)}" stroke="red"/>${'</g>'.repeat(200)}`,
    ),
  ],
  'a packed file of nothing': () => ['nothing.svgz', gzipSync(new Uint8Array(200_000_000))],
  'a packed drawing of 30 MB': () => [
    'packed.svgz',
    gzipSync(strToU8(svg(`<path stroke="red" d="${many(1_500_000, (i) => `M${i % 900} ${i % 700}h1`)}"/>`))),
  ],
  'brackets of JSON': () => ['deep.json', '['.repeat(20_000_000)],
  'a JSON design of a million points': () => [
    'points.json',
    `{"format":"gorse-design","version":1,"name":"a","kind":null,"tags":[],"unit":"mm","strokes":[[${many(999_999, (i) => `${i % 900},${(i * 7) % 800},`)}0,0]]}`,
  ],
  'G-code of 900,000 moves': () => [
    'moves.gcode',
    `G21\nM3\n${many(900_000, (i) => `G1X${i % 900}Y${(i * 7) % 800}\n`)}`,
  ],
  'G-code of 700,000 numbered lines': () => [
    'numbered.gcode',
    `G21\nM3 S90\n${many(700_000, (i) => `N${i} G1 X${place(i, 1)}.5 Y${place(i, 2)}.25\n`)}`.slice(0, 20e6),
  ],
  'G-code of 600,000 arcs': () => [
    'arcs.gcode',
    `G21\nM3\n${many(600_000, (i) => `G2 X${i % 900} Y${i % 700} I5 J${i % 9}\n`)}`,
  ],
  'brackets of G-code': () => ['brackets.gcode', `G21\nG1X${'['.repeat(1_000_000)}`],
  'HPGL of 900,000 moves': () => [
    'moves.plt',
    `IN;PD${many(900_000, (i) => `${i % 36_000},${(i * 7) % 32_000},`)}0,0;`,
  ],
  'letters of HPGL': () => ['letters.plt', 'IN;PD' + 'A'.repeat(15_000_000)],
  'spaces of CSV': () => ['spaces.csv', `x,y\n0,0\n${' '.repeat(15_000_000)}1,1\n`],
  'quotes of XML': () => ['quotes.svg', `<svg ${'"'.repeat(10_000_000)}`],
  'a doctype of entities': () => ['entities.svg', `<!DOCTYPE svg [${'<!ENTITY a "'.repeat(800_000)}`],
};

/** The place on a circle of a part of the whole. */
const around = (middle: number, r: number, part: number, turn = 0): string => {
  const angle = 2 * Math.PI * part + turn;
  return `${(middle + r * Math.cos(angle)).toFixed(3)} ${(middle + r * Math.sin(angle)).toFixed(3)}`;
};
const spokes = (count: number): string =>
  many(count, (i) => `M${around(0, 90, i / count / 2)}L${around(0, 90, i / count / 2 + 0.5)}`);
const rose = (petals: number): string =>
  `M0 0${many(petals, (i) => `C${around(0, 60, i / petals, -0.3)} ${around(0, 90, i / petals, -0.1)} ${around(0, 90, i / petals)}C${around(0, 90, i / petals, 0.1)} ${around(0, 60, i / petals, 0.3)} 0 0`)}`;
const stroke = (i: number): string => `M${i % 900} ${Math.floor(i / 900) * 2.5}h.6`;
const card = (k: number): string => {
  const [x, y] = [(k % 40) * 22, Math.floor(k / 40) * 30];
  const knot = (i: number): string =>
    `L${(x + 10 + 9 * Math.sin(i * 0.15)).toFixed(2)} ${(y + 14 + 13 * Math.sin(i * 0.1005)).toFixed(2)}`;
  return `M${x} ${y}${many(1000, knot)}`;
};
const dxfSpline = (i: number): string =>
  `0\nSPLINE\n71\n3\n${[0, 0, 0, 0, 1, 1, 1, 1].map((k) => `40\n${k}\n`).join('')}${[0, 1, 2, 3].map((k) => `10\n${place(i, 1) + k}\n20\n${place(i, 2) + ((k * 7) % 5)}\n`).join('')}`;
const dxfLine = (i: number): string => {
  const [x, y] = [(i % 1000) * 1.2345, Math.floor(i / 1000) * 1.3];
  return `0\nLINE\n8\n0\n10\n${x.toFixed(4)}\n20\n${y.toFixed(4)}\n30\n0.0\n11\n${(x + 1).toFixed(4)}\n21\n${(y + 0.7).toFixed(4)}\n31\n0.0\n`;
};
