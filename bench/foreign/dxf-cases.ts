import { randomFrom } from '../../core/src/random.ts';

/** DXF drawings of what CAD programs write, seeded: all kinds of lines, on layers shown, off and frozen, and blocks in blocks, in arrays, mirrored. */
export function dxfCase(seed: number): string {
  const random = randomFrom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const number = (least: number, most: number): string => (least + random() * (most - least)).toFixed(3);
  const tags = (...pairs: readonly (readonly [number, string | number])[]): string =>
    pairs.map(([code, value]) => `${code}\n${value}\n`).join('');
  const at = (code: number): readonly (readonly [number, string])[] => [
    [code, number(0, 100)],
    [code + 10, number(0, 80)],
    [code + 20, '0.0'],
  ];
  const layer = (): readonly [number, string] => [8, pick(['0', '0', 'LINES', 'lines', 'OFF', 'COLD'])];
  const turned = (): readonly (readonly [number, string | number])[] =>
    random() < 0.25 ? [[210, 0], [220, 0], [230, -1]] : []; // prettier-ignore
  const vertices = (): readonly (readonly [number, string])[] =>
    Array.from({ length: 3 + Math.floor(random() * 4) }, () => [
      [10, number(0, 100)] as const,
      [20, number(0, 80)] as const,
      [42, random() < 0.4 ? number(-1.5, 1.5) : '0.0'] as const,
    ]).flat();
  const spline = (): string => {
    const count = 4 + Math.floor(random() * 4);
    const knots = [
      0,
      0,
      0,
      0,
      ...Array.from({ length: count - 4 }, (_, i) => i + 1),
      ...new Array<number>(4).fill(count - 3),
    ];
    return tags([0, 'SPLINE'], [100, 'AcDbEntity'], layer(), [100, 'AcDbSpline'], [70, 8], [71, 3], [72, knots.length], [73, count], [74, 0],
      ...knots.map((knot) => [40, knot] as const), ...Array.from({ length: count }, () => at(10)).flat()); // prettier-ignore
  };
  const line = (): string =>
    pick([
      () => tags([0, 'LINE'], [100, 'AcDbEntity'], layer(), [100, 'AcDbLine'], ...at(10), ...at(11)),
      () => tags([0, 'CIRCLE'], [100, 'AcDbEntity'], layer(), [100, 'AcDbCircle'], ...at(10), [40, number(1, 30)], ...turned()),
      () => tags([0, 'ARC'], [100, 'AcDbEntity'], layer(), [100, 'AcDbCircle'], ...at(10), [40, number(1, 30)], ...turned(), [100, 'AcDbArc'], [50, number(0, 360)], [51, number(0, 360)]),
      () => tags([0, 'ELLIPSE'], [100, 'AcDbEntity'], layer(), [100, 'AcDbEllipse'], ...at(10), [11, number(5, 20)], [21, number(5, 20)], [31, '0.0'], [40, number(0.2, 0.9)], [41, number(0, 3)], [42, number(3.1, 6.2)]),
      () => {
        const points = vertices();
        return tags([0, 'LWPOLYLINE'], [100, 'AcDbEntity'], layer(), [100, 'AcDbPolyline'], [90, points.length / 3], [70, pick([0, 1])], ...points, ...turned());
      },
      spline,
    ])(); // prettier-ignore
  const some = (most: number): string => Array.from({ length: 1 + Math.floor(random() * most) }, line).join('');
  /** Parts in parts are scaled alike across and down, and in no rows: the other reader can't shear these, nor mirror those. */
  const insert = (name: string, alike = false): string => {
    const across = pick(['1.0', '-1.0', '2.0']);
    const down = alike ? across.replace('-', '') : pick(['1.0', '0.5']);
    return tags([0, 'INSERT'], [100, 'AcDbEntity'], layer(), [100, 'AcDbBlockReference'], [2, name], ...at(10),
      [41, across], [42, down], [43, '1.0'], [50, number(0, 360)],
      ...(!alike && random() < 0.3 ? ([[70, 2], [71, 2], [44, '60.0'], [45, '50.0']] as const) : []), ...turned()); // prettier-ignore
  };
  const block = (name: string, entities: string): string =>
    tags([0, 'BLOCK'], [100, 'AcDbEntity'], [8, '0'], [100, 'AcDbBlockBegin'], [2, name], [70, 0], ...at(10), [3, name], [1, '']) +
    entities +
    tags([0, 'ENDBLK'], [100, 'AcDbEntity'], [8, '0'], [100, 'AcDbBlockEnd']); // prettier-ignore
  const layers = (
    [
      ['LINES', 0, 3],
      ['OFF', 0, -3],
      ['COLD', 1, 3],
    ] as const
  ).map(([name, flags, colour]) =>
    tags([0, 'LAYER'], [100, 'AcDbSymbolTableRecord'], [100, 'AcDbLayerTableRecord'], [2, name], [70, flags], [62, colour], [6, 'CONTINUOUS']),
  ); // prettier-ignore
  const section = (name: string, body: string): string => `0\nSECTION\n2\n${name}\n${body}0\nENDSEC\n`;
  const shown = tags([0, 'LINE'], [100, 'AcDbEntity'], [8, '0'], [100, 'AcDbLine'], ...at(10), ...at(11));
  return (
    section('HEADER', tags([9, '$ACADVER'], [1, 'AC1015'], [9, '$INSUNITS'], [70, pick([1, 4, 5, 6])])) +
    section('TABLES', tags([0, 'TABLE'], [2, 'LAYER'], [70, 3]) + layers.join('') + tags([0, 'ENDTAB'])) +
    section('BLOCKS', block('INNER', some(2)) + block('Outer', some(2) + insert('inner', true))) +
    section('ENTITIES', shown + some(4) + pick(['', insert('INNER'), insert('OUTER', true) + line()])) +
    '0\nEOF\n'
  );
}
