import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boundsOf, lengthOf } from '../geometry/polyline.ts';
import { unseenKey } from './left-out.ts';
import { readSvg } from './svg-read.ts';

const svg = (inside: string, attributes = 'width="100mm" height="100mm" viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`;
/** A line that is seen, and one of 7 mm that may not be. */
const SEEN = '<path d="M5 5H9" stroke="#000"/>';
const ASKED = 'd="M0 0H7"';

const unseenOf = (inside: string): string[] => readSvg(svg(SEEN + inside)).leftOut.map(unseenKey);

describe('what isn’t seen', () => {
  it.each([
    ['a hidden group, by its name', '<g id="Guides" display="none"><path d="M0 0H7"/></g>', 'hidden:Guides'],
    ['a group hidden by its style', `<g style="display:none"><path ${ASKED}/></g>`, 'hidden:'],
    ['one hidden by a class', `<style>.a{display:none}</style><path class="x a" ${ASKED}/>`, 'hidden:'],
    ['one made invisible', `<g visibility="hidden"><path ${ASKED}/></g>`, 'hidden:'],
    ['no stroke and no fill', `<path fill="none" ${ASKED}/>`, 'unpainted:'],
    ['no fill by a rule', `<style>path#q{fill:none}</style><path id="q" ${ASKED}/>`, 'unpainted:'],
    ['a group without opacity', `<g opacity="0.00"><path ${ASKED}/></g>`, 'unpainted:'],
    ['a fill without opacity', `<path fill="red" fill-opacity="0%" ${ASKED}/>`, 'unpainted:'],
    ['a transparent colour', `<path fill="rgba(1, 2, 3, 0)" stroke="#abc0" ${ASKED}/>`, 'unpainted:'],
    ['a stroke of no width', `<path fill="none" stroke="red" stroke-width="0px" ${ASKED}/>`, 'unpainted:'],
    ['a line, which no fill paints', '<line x2="7"/>', 'unpainted:'],
    [
      'what follows the current colour',
      `<g color="transparent"><path fill="currentColor" ${ASKED}/></g>`,
      'unpainted:',
    ],
  ])('%s is kept apart, and taken in when that is said', (_name, inside, key) => {
    expect(unseenOf(inside)).toEqual([key]);
    const lengths = readSvg(svg(SEEN + inside), { taken: [key] }).strokes.map(lengthOf);
    expect(lengths).toEqual([expect.closeTo(4, 6), expect.closeTo(7, 6)]);
  });
  it.each([
    ['black is no lack of colour', `<path fill="rgb(0, 0, 0)" ${ASKED}/>`],
    ['a child shown in what is invisible', `<g visibility="hidden"><path visibility="visible" ${ASKED}/></g>`],
    ['a stroke where the group has no paint', `<g fill="none"><path stroke="url(#g)" ${ASKED}/></g>`],
    ['a rule for print', `<style>@media print{path{display:none}}</style><path ${ASKED}/>`],
    ['a rule that is outdone', `<style>path{display:none} #b{display:inline}</style>${SEEN}<path id="b" ${ASKED}/>`, 2],
  ])('%s: it is stitched', (_name, inside, hidden = 0) => {
    const { strokes, leftOut } = readSvg(svg(SEEN + inside));
    expect(leftOut.flatMap((one) => one.strokes)).toHaveLength(hidden);
    expect(lengthOf(strokes.at(-1)!)).toBeCloseTo(7, 6);
  });
  it('is asked about by name up to forty layers, all others together, whatever of it is taken in', () => {
    const layers = Array.from(
      { length: 50 },
      (_, i) => `<g id="Layer ${'x'.repeat(i + 1)}" display="none"><path d="M0 ${i}H7"/></g>`,
    );
    const all = readSvg(svg(SEEN + layers.join('')));
    const keys = all.leftOut.map(unseenKey);
    expect([keys.length, keys.at(-1), all.leftOut.at(-1)!.strokes.length]).toEqual([41, 'hidden:', 10]);
    expect(readSvg(svg(SEEN + layers.join('')), { taken: keys }).strokes).toHaveLength(51);
    const some = readSvg(svg(SEEN + layers.join('')), { taken: keys.slice(0, 30) });
    expect([some.strokes.length, some.leftOut.map(unseenKey)]).toEqual([31, keys.slice(30)]);
  });
  it('is nothing where a stroke has no length, wherever that stands', () => {
    const { strokes, leftOut } = readSvg(svg(`${SEEN}<path d="M90 90z M80 80h0 M70 70C70 70 70 70 70 70"/>`));
    expect([strokes.length, leftOut.length]).toEqual([1, 0]);
  });
});

describe('the cascade', () => {
  const widthOf = (styles: string, rect: string): number => {
    const box = boundsOf(readSvg(svg(`<style>${styles}</style>${rect}`)).strokes)!;
    return Math.round(box.maxX - box.minX);
  };
  it.each([
    ['a rule over an attribute', 'rect{width:20px}', '<rect width="10" height="9"/>', 20],
    ['a class over a tag, wherever it stands', '.c{width:20px} rect{width:30px}', '<rect class="c" height="9"/>', 20],
    ['of two classes the later', '.c{width:20px} .d{width:30px}', '<rect class="d c" height="9"/>', 30],
    ['of two sheets the later', '.c{width:20px}</style><style>.c{width:30px}', '<rect class="c" height="9"/>', 30],
    ['an id over classes', '#i{width:20px} .c.c{width:30px}', '<rect id="i" class="c" height="9"/>', 20],
    ['its own style over rules', '#i{width:20px}', '<rect id="i" style="width:30px" height="9"/>', 30],
    ['what is important over its own style', 'rect{width:20px!important}', '<rect style="width:30px" height="9"/>', 20],
    [
      'its own important over all',
      'rect{width:20px!important}',
      '<rect style="width:30px ! important" height="9"/>',
      30,
    ],
    ['one in another', 'g > .c{width:20px} svg .c{height:9px}', '<g><rect class="c"/></g>', 20],
    ['the first of its kind', 'rect:first-of-type{width:20px}', '<rect height="9"/><rect height="9" width="5"/>', 20],
    ['by an attribute', '[data-a="b"]{width:20px}', '<rect data-a="b" height="9"/>', 20],
    ['what isn’t known selects nothing', 'rect:wobbles{width:90px} rect{width:20px}', '<rect height="9"/>', 20],
    ['comments, and what is broken before it', '/* } */ rect{;;} x{ y } rect{width:20px}', '<rect height="9"/>', 20],
    [
      'a transform, about its origin',
      'rect{transform:scale(2) ; transform-origin:10px 0}',
      '<rect width="10" height="9"/>',
      20,
    ],
  ])('%s', (_name, styles, rect, width) => {
    expect(widthOf(styles, rect)).toBe(width);
  });
  it('says which sheet it has to do without', () => {
    const { remarks } = readSvg(svg(`<style>@import "a.css";</style>${SEEN}<style>${' '.repeat(1_000_001)}</style>`));
    expect(remarks).toEqual([expect.stringContaining('of another file'), expect.stringContaining('too long')]);
  });
});

describe('a style attribute', () => {
  /** What it says of its shape: whether that is seen, and how long it is. */
  const meaning = (style: string): unknown => {
    const { strokes, leftOut } = readSvg(svg(`<path d="M0 0H10" style="${style.replaceAll('"', '&quot;')}"/><path d="M0 5H1" stroke="red"/>`)); // prettier-ignore
    return [strokes.map((line) => Math.round(lengthOf(line))), leftOut.map(({ why }) => why)];
  };
  it('means the same read quickly as read by all the rules of the language', () => {
    const one = fc.constantFrom('fill:none', 'stroke:red', 'stroke : url(#a b)', 'FILL:rgb(1,2,3)', 'display:none', 'opacity:0!important',
      'opacity:1 !IMPORTANT', "font:'a b',\"c\"", 'transform:scale(3)', 'stroke:', ':none', '-x-y:z', 'stroke-width:0', ' ', 'visibility:hidden'); // prettier-ignore
    fc.assert(
      fc.property(fc.array(one, { maxLength: 6 }), (all) => {
        const style = all.join(';');
        // A comment is beyond the quick reader.
        expect(meaning(style)).toEqual(meaning(`${style}/**/`));
      }),
      { seed: 1, numRuns: 200 },
    );
  });
});

describe('clips', () => {
  const clipped = (clip: string, shape: string): number[] => {
    const { strokes, leftOut } = readSvg(svg(clip + shape));
    const sum = (lines: readonly Float64Array[]): number => lines.reduce((all, line) => all + lengthOf(line), 0);
    expect(leftOut.every(({ why }) => why === 'clipped')).toBe(true);
    return [sum(strokes), sum(leftOut.flatMap((one) => one.strokes))];
  };
  const RECT = '<clipPath id="c"><rect x="10" y="0" width="20" height="50"/></clipPath>';
  const LINE = '<path d="M0 5H60" stroke="red"';
  it.each([
    ['cut a line in what is seen and what isn’t', RECT, `${LINE} clip-path="url(#c)"/>`, 20, 40],
    [
      'hold for a group, in its own space',
      RECT,
      `<g transform="translate(5)" clip-path="url(#c)">${LINE}/></g>`,
      20,
      40,
    ],
    ['by a rule', `<style>path{clip-path:url("#c")}</style>${RECT}`, `${LINE}/>`, 20, 40],
    [
      'one in another',
      `${RECT}<clipPath id="d"><rect width="15" height="9"/></clipPath>`,
      `<g clip-path="url(#d)">${LINE} clip-path="url(#c)"/></g>`,
      5,
      55,
    ],
    [
      'by parts of a shape’s box',
      '<clipPath id="c" clipPathUnits="objectBoundingBox"><rect width=".5" height="1"/></clipPath>',
      '<path d="M0 5H60V6" stroke="red" clip-path="url(#c)"/>',
      30,
      31,
    ],
    [
      'with a hole, by the rule of odd numbers',
      '<clipPath id="c"><path clip-rule="evenodd" d="M0 0H60V9H0z M10 0H30V9H10z"/></clipPath>',
      `${LINE} clip-path="url(#c)"/>`,
      40,
      20,
    ],
    [
      'without one, by the usual rule',
      '<clipPath id="c"><path d="M0 0H60V9H0z M10 0H30V9H10z"/></clipPath>',
      `${LINE} clip-path="url(#c)"/>`,
      60,
      0,
    ],
    [
      'of other forms than boxes and circles',
      '<clipPath id="c"><path d="M0 0H60V9H40V1H20V9H0z"/></clipPath>',
      `${LINE} clip-path="url(#c)"/>`,
      40,
      20,
    ],
    [
      'wherever one is laid, and however large',
      '<clipPath id="c"><circle cx="10" cy="5" r="10"/></clipPath>',
      ['', 'translate(0 40)', 'translate(0 60) scale(2)'].map((to) => `<g transform="${to}" clip-path="url(#c)">${LINE}/></g>`).join(''), // prettier-ignore
      20 + 20 + 40,
      40 + 40 + 80,
    ],
    ['again the same, as one', RECT, `<g clip-path="url(#c)">${LINE} clip-path="url(#c)"/></g>`, 20, 40],
    ['leave what lies on their edge', RECT, '<rect x="10" width="20" height="50" clip-path="url(#c)"/>', 140, 0],
    ['of a view in the drawing', '', `<svg width="20" height="20">${LINE}/></svg>`, 20, 40],
    ['not where that lets it be seen', '', `<svg width="20" height="20" overflow="visible">${LINE}/></svg>`, 60, 0],
    ['that refer to nothing cut nothing', '', `${LINE} clip-path="url(#nowhere)"/>`, 60, 0],
  ])('%s', (_name, clip, shape, seen, unseen) => {
    const [a, b] = clipped(clip, shape);
    expect(Math.abs(a! - seen) + Math.abs(b! - unseen)).toBeLessThan(0.05);
  });
});

describe('what would take for ever', () => {
  const comb = Array.from({ length: 900 }, (_, i) => `L${i / 3} ${i % 2 ? 0 : 90}`).join('');
  it('is left out with a remark where a clip crosses itself everywhere', () => {
    const knot = Array.from({ length: 3000 }, (_, i) => `L${(i * 7919) % 900} ${(i * 104729) % 900}`).join('');
    const { strokes, remarks } = readSvg(svg(`<clipPath id="c"><path d="M0 0${knot}z"/></clipPath><g clip-path="url(#c)">${SEEN}</g>`)); // prettier-ignore
    expect([strokes.length, remarks]).toEqual([1, [expect.stringContaining('too many points')]]);
  });
  it('is refused where a clip cuts lines into more pieces than there may be', () => {
    const lines = Array.from({ length: 900 }, (_, i) => `<path stroke="red" d="M0 ${i / 12}H300"/>`).join('');
    const clip = `<clipPath id="c"><path d="M0 0${comb}V0z"/></clipPath>`;
    expect(() => readSvg(svg(`${clip}<g clip-path="url(#c)">${lines}</g>`))).toThrow(/more than 100,000 separate/);
  });
  it('of attributes: too long a one is left out with a remark, data of lines never, and too many are refused', () => {
    const long = ';fill:none'.repeat(500);
    const { strokes, remarks } = readSvg(svg(`<path style="${long}" x:long="${long}" d="M0 0${'h1'.repeat(5000)}"/>`));
    expect(strokes[0]).toHaveLength(2 * 5001);
    expect(remarks).toEqual([expect.stringContaining('the attribute "style" is too long')]);
    const many = Array.from({ length: 1001 }, (_, i) => `a${i}=""`).join(' ');
    expect(() => readSvg(svg(`<path ${many} d="M0 0h1"/>`))).toThrow(/more than 1,000 attributes/);
  });
  it('of a rule: what it says last counts, however often it says it', () => {
    const { strokes, leftOut } = readSvg(svg(`<style>*{fill:red}path{${'fill:none;fill:red;'.repeat(999)}fill:none}</style>${SEEN.replace('stroke', 'x')}<path d="M0 0h1"/>`)); // prettier-ignore
    expect([strokes.length, leftOut.length]).toEqual([0, 1]);
  });
  it('of what is embedded in a style sheet: the rules beside it hold', () => {
    const font = `data:font/woff;base64,${'A'.repeat(600_000)}`;
    const sheet = `@font-face{src:url(${font}),url( "${font}")}.a{--metadata:none;display:/* ) */none}.b{stroke:rgb(1,2,3)}`;
    expect(readSvg(svg(`<style>${sheet}</style>${SEEN}<g class="a">${SEEN}</g>`)).strokes).toHaveLength(1);
  });
});

describe('alternatives, and names of another kind', () => {
  it('draws one alternative of a switch: the first that holds here', () => {
    const { strokes } = readSvg(
      svg(`<switch><g requiredExtensions="x"><path d="M0 0H1"/></g><path systemLanguage="de" d="M0 0H2"/>
        <path systemLanguage="fr, en-GB" d="M0 0H3"/><path d="M0 0H4"/></switch>`),
    );
    expect(strokes.map(lengthOf)).toEqual([3]);
  });
  it('takes any prefix for a namespace, and draws nothing of another', () => {
    const { strokes } =
      readSvg(`<s:svg xmlns:s="http://www.w3.org/2000/svg" xmlns:l="http://www.w3.org/1999/xlink" width="9mm" height="9mm"
      viewBox="0 0 9 9"><s:path id="a" d="M0 0H1"/><s:use l:href="#a"/><other:path d="M0 0H7"/><path d="M0 0H8"/></s:svg>`);
    expect(strokes.map((line) => Math.round(lengthOf(line)))).toEqual([1, 1]);
  });
});

describe('sizes', () => {
  const sizeOf = (attributes: string, unit?: 'px90'): number[] => {
    const { strokes } = readSvg(svg('<rect width="20" height="10"/>', attributes), unit ? { unit } : {});
    const box = boundsOf(strokes)!;
    return [box.maxX - box.minX, box.maxY - box.minY].map((mm) => Math.round(1000 * mm) / 1000);
  };
  it.each([
    ['width="80mm" viewBox="0 0 40 30"', [40, 20]],
    ['height="60mm" width="auto" viewBox="0 0 40 30"', [40, 20]],
    ['style="width:80mm;height:auto" viewBox="0 0 40 30"', [40, 20]],
    ['width="80mm" height="100%" viewBox="0 0 40 30"', [40, 20]],
  ])('%s: the other side follows by the view box', (attributes, size) => {
    expect(sizeOf(attributes)).toEqual(size);
    expect(readSvg(svg(SEEN, attributes)).unit.stated).toBe(true);
  });
  it.each([
    ['<!-- Generator: Adobe Illustrator 9.0 -->', 'width="72px" height="72px"', 'px72'],
    ['', 'xmlns:inkscape="urn:i" inkscape:version="0.48.4 r9939" width="90" height="90"', 'px90'],
    ['', 'xmlns:inkscape="urn:i" inkscape:version="0.91" width="9mm" height="9mm"', 'px90'],
  ])('of a program with other pixels are asked about %s %s', (prolog, attributes, likely) => {
    expect(readSvg(prolog + svg(SEEN, attributes)).unit).toMatchObject({ stated: false, likely });
  });
  it('of such a program are what they say where a view box brings the lines to them', () => {
    const { unit } = readSvg(
      svg(SEEN, 'xmlns:inkscape="urn:i" inkscape:version="0.48" width="9mm" height="9mm" viewBox="0 0 9 9"'),
    );
    expect(unit.stated).toBe(true);
    expect(
      readSvg(svg(SEEN, 'xmlns:inkscape="urn:i" inkscape:version="0.92.1" width="9px" height="9px"')).unit.stated,
    ).toBe(true);
    expect(sizeOf('width="90" height="90"', 'px90')).toEqual([5.644, 2.822]);
  });
  it('small or large, curves are as smooth when stitched a metre across', () => {
    for (const side of ['24px', '150mm', '2000mm']) {
      const { strokes } = readSvg(
        svg('<circle cx="50" cy="50" r="50"/>', `width="${side}" height="${side}" viewBox="0 0 100 100"`),
      );
      const box = boundsOf(strokes)!;
      const r = (box.maxX - box.minX) / 2;
      const line = strokes[0]!;
      let off = 0;
      for (let i = 2; i < line.length; i += 2) {
        const [x, y] = [(line[i]! + line[i - 2]!) / 2 - box.minX - r, (line[i + 1]! + line[i - 1]!) / 2 - box.minY - r];
        off = Math.max(off, 1 - Math.sqrt(x * x + y * y) / r);
      }
      // Chord error of a circle 1 m across, mm.
      expect(off * 500).toBeLessThan(0.05);
    }
  });
});
