import { dxf, many, place, svg } from './shapes.ts';

const PATH = '<path stroke="red" d="M0 0l9 9"/>';
/** About the most that a file may hold. */
const MOST = 19_500_000;
const times = (text: string, count = MOST / text.length): string => text.repeat(count);
const circle = (id: string, r = 50): string => `<clipPath id="${id}"><circle cx="400" cy="400" r="${r}"/></clipPath>`;
const block = (inside: string): string => `0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n2\nB\n${inside}0\nENDBLK\n0\nENDSEC\n`;
const MOVES = 'G21\nM3\nG1X1\nG1X5Y5\n';

/** Files with no end of one thing, by name: each was once read for seconds, or took all memory. */
export const ENDLESS_CASES: Readonly<Record<string, () => readonly [file: string, source: string]>> = {
  'rules that all match': () => ['a.svg', svg(`<style>${times('*{fill:red}', 45_000)}</style>${PATH.repeat(40_000)}`)],
  'rules of one class': () => [
    'a.svg',
    svg(`<style>${times('.a{fill:red}', 20_000)}</style>${'<path class="a" d="M0 0l9 9"/>'.repeat(40_000)}`),
  ],
  'rules that look all round': () => [
    'a.svg',
    svg(`<style>${many(2000, (i) => `g:has(path:nth-child(${i}))>path:not(.a${i})~path{fill:red}`)}</style>${PATH.repeat(40_000)}`), // prettier-ignore
  ],
  'declarations of one rule': () => ['a.svg', svg(`<style>*{${times('fill:red;', 54_000)}}</style>${PATH.repeat(40_000)}`)], // prettier-ignore
  'style sheets': () => ['a.svg', svg(times(`<style>${times('.a{fill:red}', 40_000)}</style>`, 40) + PATH)],
  'styles with brackets': () => [
    'a.svg',
    svg(many(49_000, (i) => `<path style="fill:url(#a${i});font-family:'x${i}';stroke:red" d="M${i % 900} 0l9 9"/>`)),
  ],
  'one style': () => ['a.svg', svg(`<path style="${times(';a:b')}" d="M0 0l9 9"/>`)],
  'one view box': () => [
    'a.svg',
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9${times(' 1')}">${PATH}</svg>`,
  ],
  'references in one': () => ['a.svg', svg(`<path clip-path="${times('url(#', 40_000)}" d="M0 0l9 9"/>`)],
  attributes: () => ['a.svg', svg(`<path ${many(1_300_000, (i) => `a${i}="1" `)} d="M0 0l9 9"/>`)],
  namespaces: () => ['a.svg', svg(`<g ${many(900_000, (i) => `xmlns:a${i}="b${i}" `)}>${PATH}</g>`)],
  comments: () => ['a.svg', svg(times('<!---->') + PATH)],
  'clips of their own': () => [
    'a.svg',
    svg(many(16_000, (i) => `${circle(`c${i}`)}<path clip-path="url(#c${i})" d="M${i % 900} ${i % 700}l90 90"/>`)),
  ],
  'sizes of a clip': () => [
    'a.svg',
    svg(circle('c') + many(16_000, (i) => `<g transform="scale(${1 + i / 1e4})"><path clip-path="url(#c)" d="M0 0l9 9"/></g>`)), // prettier-ignore
  ],
  'a clip through itself': () => [
    'a.svg',
    svg(`<clipPath id="c"><path d="M0 0${many(9000, (i) => `L${place(i, 1)} ${place(i, 2)}`)}Z"/></clipPath><g clip-path="url(#c)">${PATH}</g>`), // prettier-ignore
  ],
  'pieces of clipped lines': () => [
    'a.svg',
    svg(`<clipPath id="c"><path d="M0 0${many(900, (i) => `L${i} ${i % 2 ? 0 : 900}`)}Z"/></clipPath><g clip-path="url(#c)">${many(10_000, (i) => `<path d="M0 ${i / 12}h900"/>`)}</g>`), // prettier-ignore
  ],
  'clips in each other about many lines': () => [
    'a.svg',
    svg(`${many(16, (i) => circle(`c${i}`, 300 + i))}${many(16, (i) => `<g clip-path="url(#c${i})">`)}${many(40_000, (i) => `<path d="M${i % 900} ${i % 700}l90 90"/>`)}${'</g>'.repeat(16)}`), // prettier-ignore
  ],
  views: () => [
    'a.svg',
    svg(many(24_000, (i) => `<svg x="${i % 900}" width="5" height="5"><path d="M0 0l9 9"/></svg>`)),
  ],
  'closings of a path': () => ['a.svg', svg(`<path d="M0 0h9${times('z')}"/>`)],
  'lists of JSON': () => ['a.json', `{"format":"gorse-design","version":1,"strokes":[${times('[],')}[]]}`],
  'keys of JSON': () => ['a.json', `{${many(1_300_000, (i) => `"a${i}":1,`)}"b":1}`],
  'commands that HPGL has not': () => [
    'a.plt',
    `IN;${many(MOST / 3, (i) => `X${String.fromCharCode(65 + (i % 26))};`)}`,
  ],
  'labels of HPGL': () => ['a.plt', `IN;${times('LBa\x03')}`],
  'blank lines of G-code': () => ['a.gcode', MOVES + times('\n')],
  'expressions of G-code': () => ['a.gcode', `${MOVES}${times('#1=[#1+1]\n', 1_300_000)}G1X#1`],
  'G-code of a beam': () => ['a.gcode', `G21\nM4\n${many(800_000, (i) => `G1 X${i % 900} S${i % 255} F3000\n`)}`],
  'blank rows of CSV': () => ['a.csv', `x_mm,y_mm\n0,0\n9,9\n${times('\n')}`],
  'a circle of CSV': () => [
    'a.csv',
    `x_mm,y_mm\n${many(600_000, (i) => `${(400 * Math.cos(i / 1e5)).toFixed(6)},${(400 * Math.sin(i / 1e5)).toFixed(6)}\n`)}`,
  ],
  'entities that DXF has not': () => ['a.dxf', dxf(many(1_500_000, (i) => `0\nK${i}\n`))],
  'layers of DXF': () => [
    'a.dxf',
    `0\nSECTION\n2\nTABLES\n${many(900_000, (i) => `0\nLAYER\n2\nB${i}\n`)}0\nENDSEC\n${dxf('')}`,
  ],
  'blocks that nothing inserts': () => ['a.dxf', block(times('0\nLINE\n10\n5\n11\n9\n', 900_000)) + dxf('0\nLINE\n11\n9\n')], // prettier-ignore
  'blocks of nothing': () => [
    'a.dxf',
    block(times('0\nPOINT\n10\n5\n', 200_000)) + dxf(times('0\nINSERT\n2\nB\n', 1000)),
  ],
  'knots of a spline': () => [
    'a.dxf',
    dxf(`0\nSPLINE\n71\n12\n${many(400_000, (i) => `40\n${i}\n`)}${many(399_987, (i) => `10\n${i % 900}\n20\n${i % 77}\n`)}`), // prettier-ignore
  ],
};
