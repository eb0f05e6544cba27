import { describe, expect, it } from 'vitest';
import { boundsOf, lengthOf, pointsOf } from '../geometry/polyline.ts';
import { FormatError } from '../problems.ts';
import { readSvg } from './svg-read.ts';

const svg = (inside: string, attributes = 'width="100mm" height="100mm" viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${inside}</svg>`;

const boxOf = (text: string): number[] => {
  const b = boundsOf(readSvg(text).strokes)!;
  return [b.minX, b.minY, b.maxX, b.maxY];
};

const expectBox = (text: string, box: number[]): void => {
  boxOf(text).forEach((value, i) => {
    expect(Math.abs(value - box[i]!), `side ${i} of ${boxOf(text).join(', ')}`).toBeLessThan(0.01);
  });
};

describe('units', () => {
  it.each([
    ['width="4in" height="2in" viewBox="0 0 4 2"', 25.4],
    ['width="40mm" height="20mm" viewBox="0 0 4 2"', 10],
    ['width="288pt" height="144pt" viewBox="0 0 4 2"', 25.4],
    ['width="384" height="192" viewBox="0 0 4 2"', 25.4],
    ['width="384px" height="192px" viewBox="0 0 4 2"', 25.4],
    ['width="8cm" height="2in" viewBox="0 0 4 2" preserveAspectRatio="none"', 20],
    ['', 25.4 / 96],
  ])('%s: one unit across is %f mm', (attributes, mm) => {
    const strokes = readSvg(svg('<line x1="1" y1="1" x2="2" y2="1" stroke="red"/>', attributes)).strokes;
    expect(lengthOf(strokes[0]!)).toBeCloseTo(mm, 6);
  });

  it('remarks on a file that states no size', () => {
    expect(readSvg(svg('<path d="M0 0H9"/>', 'viewBox="0 0 9 9"')).remarks[0]).toMatch(
      /^Line 1: the file states no size/,
    );
    expect(readSvg(svg('<path d="M0 0H9"/>')).remarks).toEqual([]);
  });

  it('centres a view box of other proportions', () => {
    expectBox(svg('<rect width="10" height="10"/>', 'width="40mm" height="20mm" viewBox="0 0 10 10"'), [10, 0, 30, 20]);
    expectBox(
      svg(
        '<rect width="10" height="10"/>',
        'width="40mm" height="20mm" viewBox="0 0 10 10" preserveAspectRatio="xMaxYMin slice"',
      ),
      [0, 0, 40, 40],
    );
  });
});

describe('shapes', () => {
  it.each([
    ['<rect x="10" y="20" width="30" height="40"/>', [10, 20, 40, 60], 140],
    ['<rect x="10" y="20" width="30" height="40" rx="5"/>', [10, 20, 40, 60], 140 - 40 + 10 * Math.PI],
    ['<circle cx="50" cy="40" r="10"/>', [40, 30, 60, 50], 20 * Math.PI],
    ['<ellipse cx="50" cy="40" rx="20" ry="10"/>', [30, 30, 70, 50], 96.884482],
    ['<line x1="0" y1="0" x2="3" y2="4" stroke="#000"/>', [0, 0, 3, 4], 5],
    ['<polyline points="0,0 3,4 3,0"/>', [0, 0, 3, 4], 9],
    ['<polygon points="0 0 3 4 3 0"/>', [0, 0, 3, 4], 12],
    ['<path d="M10 10 A10 10 0 0 1 30 10"/>', [10, 0, 30, 10], 10 * Math.PI],
    ['<path d="M10 10 a10 10 0 1 0 10 10"/>', [0, 10, 20, 30], 15 * Math.PI],
    ['<path d="M0 0 Q10 20 20 0"/>', [0, 0, 20, 10], 29.5789],
    ['<path d="M0 0 C0 20 20 20 20 0 S40 -20 40 0"/>', [0, -15, 40, 15], 80],
    ['<path d="m5 5h10v10H5z"/>', [5, 5, 15, 15], 40],
  ])('%s', (shape, box, length) => {
    expectBox(svg(shape), box);
    expect(Math.abs(lengthOf(readSvg(svg(shape)).strokes[0]!) - length)).toBeLessThan(0.02);
  });
});

describe('structure', () => {
  it('nests transforms from the inside out', () => {
    const text = svg(
      '<g transform="translate(10 20) scale(2)"><g transform="rotate(90)"><path transform="skewX(45)" d="M0 0V5"/></g></g>',
    );
    // (0,5) skews to (5,5), turns to (-5,5), doubles to (-10,10), moves to (0,30).
    expect(pointsOf(readSvg(text).strokes[0]!)[1]!.x).toBeCloseTo(0, 9);
    expect(pointsOf(readSvg(text).strokes[0]!)[1]!.y).toBeCloseTo(30, 9);
  });

  it('draws what use refers to, symbols in their own view box, and nothing of defs', () => {
    expectBox(
      svg('<defs><rect id="r" width="10" height="5"/></defs><use href="#r" x="20" y="30" transform="scale(2)"/>'),
      [40, 60, 60, 70],
    );
    expectBox(
      svg(
        '<symbol id="s" viewBox="0 0 2 2"><path d="M0 0L2 2"/></symbol><use xlink:href="#s" x="10" y="10" width="20" height="20"/>',
      ),
      [10, 10, 30, 30],
    );
    expectBox(
      svg('<svg x="50" y="50" width="10" height="10" viewBox="0 0 1 1"><path d="M0 0L1 1"/></svg>'),
      [50, 50, 60, 60],
    );
  });

  it('remarks on what it leaves out, naming the line', () => {
    const { remarks } = readSvg(
      svg('\n<text>puffin</text>\n<path d="M0 0L5 5 L nonsense"/><g display="none"><text/></g>'),
    );
    expect(remarks).toHaveLength(2);
    expect(remarks[0]).toMatch(/^Line 2: text is left out/);
    expect(remarks[1]).toMatch(/^Line 3: part of <path> can't be read/);
  });
});

describe('what a person says of a file', () => {
  const bare = '<path d="M0 0H96"/>';
  it.each([
    ['in', 96 * 25.4],
    ['mm', 96],
    ['cm', 960],
    ['px', 25.4],
  ] as const)('that states no size: its units are %s', (unit, mm) => {
    const { strokes, unit: read, remarks } = readSvg(svg(bare, 'viewBox="0 0 96 96"'), { unit });
    expect(lengthOf(strokes[0]!)).toBeCloseTo(mm, 6);
    expect([read, remarks]).toEqual([{ mm: expect.closeTo(mm / 96, 9) as number, stated: false }, []]);
  });
  it('doesn’t count where the file says it itself', () => {
    const { strokes, unit } = readSvg(svg('<path d="M0 0H10"/>'), { unit: 'in' });
    expect([lengthOf(strokes[0]!), unit.stated]).toEqual([expect.closeTo(10, 6), true]);
  });
});

describe('what is hidden or beyond lines', () => {
  it.each([
    ['a hidden group', '<g style="display:none"><path d="M0 0H50"/></g>'],
    ['a hidden line', '<path visibility="hidden" d="M0 0H50"/>'],
    ['what stands among definitions', '<defs><path id="a" d="M0 0H50"/></defs>'],
    ['a clip’s own outline', '<clipPath id="c"><rect width="50" height="9"/></clipPath>'],
    ['a gradient and a pattern', '<pattern><path d="M0 0H50"/></pattern><linearGradient/>'],
    ['a shape of no size', '<rect width="0" height="9"/><circle r="0"/>'],
    ['a move without a line', '<path d="M50 50M90 90"/>'],
  ])('%s is not stitched', (_name, inside) => {
    expectBox(svg(`${inside}<path d="M5 5H9"/>`), [5, 5, 9, 5]);
  });
  it.each([
    ['<g clip-path="inset(1px)"><path d="M0 0H9"/></g>', /clipping by a form is left out/],
    ['<marker id="m"/><path marker-end="url(#m)" d="M0 0H9"/>', /markers on lines/],
    ['<pattern id="p"/><path fill="url(#p)" d="M0 0H9"/>', /a pattern is left out/],
    ['<mask id="m"/><path mask="url(#m)" d="M0 0H9"/>', /masking is left out/],
    ['<filter id="f"/><path filter="url(#f)" d="M0 0H9"/>', /filter is left out/],
    ['<image href="a.png"/><path d="M0 0H9"/>', /trace it into lines/],
    ['<foreignObject/><path d="M0 0H9"/>', /embedded content/],
    ['<use href="#nowhere"/><path d="M0 0H9"/>', /#nowhere, which isn't in this file/],
    ['<path transform="wobble(3)" d="M0 0H9"/>', /"wobble\(3\)" can't be read/],
  ])('%s is remarked on, once', (inside, sentence) => {
    const { remarks } = readSvg(svg(`${inside}${inside}`));
    expect(remarks).toHaveLength(1);
    expect(remarks[0]).toMatch(sentence);
  });
});

describe('files that are refused', () => {
  it.each([
    ['broken XML', svg('<g>'), /well-formed/],
    ['another kind of XML', '<html/>', /<html>, not <svg>/],
    ['nothing to stitch', svg('<text>only words</text>'), /no line in this file/],
    ['a loop of uses', svg('<g id="a"><use href="#a"/></g><use href="#a"/>'), /refers back to itself/],
    ['coordinates beyond any quilt', svg('<path d="M0 0L1e308 5"/>'), /larger than any quilt/],
    [
      'coordinates that overflow',
      svg('<g transform="scale(1e300)"><path d="M0 0C1e300 0 5 1e300 5 5"/></g>'),
      /larger than any quilt/,
    ],
    [
      'an entity bomb',
      `<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;">]>${svg('&b;')}`,
      /entities that refer to each other/,
    ],
    ['deep nesting', '<svg>' + '<g>'.repeat(5000), /nested more than/],
    [
      'an explosion of uses',
      svg(
        Array.from({ length: 25 }, (_, i) => `<g id="l${i + 1}"><use href="#l${i}"/><use href="#l${i}"/></g>`).join(
          '',
        ) + '<g id="l0"><path d="M0 0H1"/></g>',
      ),
      /repeats its parts/,
    ],
  ])('%s', (_name, text, sentence) => {
    expect(() => readSvg(text)).toThrow(FormatError);
    expect(() => readSvg(text)).toThrow(sentence);
  });

  it('takes the entities that drawing programs define', () => {
    const text = `<!DOCTYPE svg [<!ENTITY ns "http://www.w3.org/2000/svg">]><svg xmlns="&ns;" width="9mm" height="9mm" viewBox="0 0 9 9"><path d="M0 0H9"/></svg>`;
    expect(readSvg(text).strokes).toHaveLength(1);
  });
});
