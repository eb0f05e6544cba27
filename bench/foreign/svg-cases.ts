import { randomFrom } from '../../core/src/random.ts';

/**
 * SVG documents of what drawing programs write, seeded: shapes under transforms and units, layers hidden and shown by attributes, classes and
 * styles, parts used again, views in views, clips. Each is small, so that what a reader gets wrong is seen.
 */
export function svgCase(seed: number): string {
  const random = randomFrom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const number = (least: number, most: number): string => (least + random() * (most - least)).toFixed(2);
  const maybe = (chance: number, text: () => string): string => (random() < chance ? text() : '');
  let ids = 0;

  const path = (): string => {
    const p = (): string => `${number(5, 95)} ${number(5, 75)}`;
    const d = (): string => `${number(-15, 15)} ${number(-15, 15)}`;
    const steps = Array.from({ length: 1 + Math.floor(random() * 4) }, () =>
      pick([
        () => `L${p()}`,
        () => `l${d()} ${d()}`,
        () => `H${number(5, 95)}`,
        () => `v${number(-15, 15)}`,
        () => `C${p()},${p()},${p()}`,
        () => `c${d()} ${d()} ${d()}s${d()} ${d()}`,
        () => `Q${p()} ${p()}T${p()}`,
        () => `A${number(5, 30)} ${number(5, 30)} ${number(0, 90)} ${pick(['0', '1'])} ${pick(['0', '1'])} ${p()}`,
        () => `a9 9 0 0110 5`,
        () => 'z',
      ])(),
    );
    return `<path d="M${p()}${steps.join('')}"`;
  };
  const shape = (): string =>
    pick([
      path,
      path,
      path,
      () =>
        `<rect x="${number(5, 50)}" y="${number(5, 40)}" width="${number(5, 40)}" height="${number(5, 30)}"${maybe(0.4, () => ` rx="${number(1, 9)}"`)}`,
      () => `<circle cx="${number(20, 80)}" cy="${number(20, 60)}" r="${number(3, 20)}"`,
      () => `<ellipse cx="${number(20, 80)}" cy="${number(20, 60)}" rx="${number(3, 20)}" ry="${number(3, 20)}"`,
      () => `<line x1="${number(5, 95)}" y1="${number(5, 75)}" x2="${number(5, 95)}" y2="${number(5, 75)}"`,
      () =>
        `<polyline points="${number(5, 95)},${number(5, 75)} ${number(5, 95)} ${number(5, 75)} ${number(5, 95)},${number(5, 75)}"`,
      () =>
        `<polygon points="${number(5, 95)},${number(5, 75)} ${number(5, 95)} ${number(5, 75)} ${number(5, 95)},${number(5, 75)}"`,
    ])();
  const transform = (): string =>
    pick([
      () => `translate(${number(-9, 9)},${number(-9, 9)})`,
      () => `rotate(${number(-40, 40)} 50 40)`,
      () => `scale(${number(0.6, 1.3)})`,
      () => `matrix(1 ${number(-0.3, 0.3)} ${number(-0.3, 0.3)} 1 ${number(-5, 5)} 0)`,
      () => `skewX(${number(-20, 20)}) translate(3)`,
    ])();
  const look = (): string =>
    pick([
      () => ' stroke="#000"',
      () => ' stroke="#000" fill="none"',
      () => ' style="stroke:#000;fill:none"',
      () => ' class="thin"',
      () => ' class="ghost"',
      () => ' class="thin gone"',
      () => ' fill="none"',
      () => ' stroke="#123" stroke-width="0"  fill="none"',
      () => ' stroke="red" visibility="hidden"',
      () => ' stroke="red" style="display:none"',
      () => ` id="k${++ids}" class="thin"`,
    ])();
  const one = (): string => `${shape()}${look()}${maybe(0.3, () => ` transform="${transform()}"`)}/>`;
  const several = (depth: number): string =>
    Array.from({ length: 1 + Math.floor(random() * 3) }, () => element(depth + 1)).join('');
  const element = (depth: number): string => {
    if (depth > 3) return one();
    return pick([
      one,
      one,
      one,
      () =>
        `<g${maybe(0.6, () => ` transform="${transform()}"`)}${maybe(0.2, () => ' display="none"')}${maybe(0.3, () => ' stroke="#000"')}>${several(depth)}</g>`,
      () => `<g id="Layer${++ids}" class="${pick(['off', 'on'])}">${several(depth)}</g>`,
      () =>
        `<svg x="${number(0, 30)}" y="${number(0, 30)}" width="50" height="40" viewBox="0 0 ${pick(['100 80', '60 90'])}"${maybe(0.5, () => ' overflow="visible"')} preserveAspectRatio="${pick(['xMidYMid meet', 'none', 'xMinYMax slice'])}">${several(depth)}</svg>`,
      () =>
        `<switch><g requiredExtensions="none"><path d="M0 0H99" stroke="red"/></g><g>${several(depth)}</g></switch>`,
      () => {
        const id = `u${++ids}`;
        return `<defs><g id="${id}">${one()}</g></defs><use ${pick(['href', 'xlink:href'])}="#${id}" x="${number(-9, 9)}" stroke="#000"/>`;
      },
      () => {
        // Within its view: whether more of it is seen the other reader has the wrong way round.
        const id = `u${++ids}`;
        return `<symbol id="${id}" viewBox="0 0 100 80"><g transform="translate(38 30) scale(.2)">${one()}</g></symbol><use xlink:href="#${id}" x="10" y="9" width="60" height="40"/>`;
      },
      () =>
        `<clipPath id="u${++ids}"><rect x="${number(5, 40)}" y="${number(5, 30)}" width="40" height="30"/></clipPath><g clip-path="url(#u${ids})">${several(depth)}</g>`,
    ])();
  };
  const size = pick([
    'width="100mm" height="80mm" viewBox="0 0 100 80"',
    'width="10cm" viewBox="0 0 100 80"',
    'width="400pt" height="320pt" viewBox="0 0 100 80"',
    'width="200px" height="300px" viewBox="0 0 100 80" preserveAspectRatio="xMinYMid"',
  ]);
  const rules = `.thin{stroke:#000;stroke-width:.3px} .ghost{fill:none;stroke:none} .gone{display:none!important} .off{visibility:hidden}
    g.on > path{stroke:#111} #k1{fill:none;stroke:none} svg .thin{fill:none}`;
  // Small on its page, since the other reader cuts off what lies beyond that.
  return `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" version="1.1" ${size}><style>${rules}</style><g transform="translate(38 30) scale(.22)">${shape()} stroke="#000"/>${several(0)}${several(0)}</g></svg>`;
}
