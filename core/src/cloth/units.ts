/** A patch of a block, in the block's own square from 0 to 1: clockwise, its first corner the uppermost. */
export interface UnitPart {
  readonly ring: readonly (readonly [x: number, y: number])[];
  /** Neighbours of another shade are drawn in another print. */
  readonly shade: 0 | 1;
}

type Part = UnitPart['ring'];
const of =
  (shade: 0 | 1) =>
  (ring: Part): UnitPart => ({ ring, shade });
const [light, dark] = [of(0), of(1)];
const box = (x0: number, y0: number, x1: number, y1: number): Part => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];
/** Squares in rows, shaded like a board. */
const board = (n: number): UnitPart[] =>
  Array.from({ length: n * n }, (_, i) => {
    const [column, row] = [i % n, Math.floor(i / n)];
    return of(((column + row) % 2) as 0 | 1)(box(column / n, row / n, (column + 1) / n, (row + 1) / n));
  });
/** A goose between two parts of the sky. */
const goose = (y: number): UnitPart[] => [
  light([[0, y], [0.5, y], [0, y + 0.5]]),
  dark([[0.5, y], [1, y + 0.5], [0, y + 0.5]]),
  light([[0.5, y], [1, y], [1, y + 0.5]]),
]; // prettier-ignore

/** How a block is pieced of patches; none where it is one patch. A new one is one line here. */
export const UNITS = {
  plain: [],
  'four-patch': board(2),
  'nine-patch': board(3),
  'half-square': [dark([[0, 0], [1, 0], [0, 1]]), light([[1, 0], [1, 1], [0, 1]])],
  'quarter-square': [
    dark([[0, 0], [1, 0], [0.5, 0.5]]),
    light([[1, 0], [1, 1], [0.5, 0.5]]),
    dark([[0.5, 0.5], [1, 1], [0, 1]]),
    light([[0, 0], [0.5, 0.5], [0, 1]]),
  ],
  'flying-geese': [...goose(0), ...goose(0.5)],
  'square-in-square': [
    light([[0, 0], [0.5, 0], [0, 0.5]]),
    light([[0.5, 0], [1, 0], [1, 0.5]]),
    dark([[0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5]]),
    light([[1, 0.5], [1, 1], [0.5, 1]]),
    light([[0, 0.5], [0.5, 1], [0, 1]]),
  ],
  rail: [0, 1, 2].map((i) => of(i === 1 ? 1 : 0)(box(i / 3, 0, (i + 1) / 3, 1))),
} as const satisfies Readonly<Record<string, readonly UnitPart[]>>; // prettier-ignore

export type UnitKind = keyof typeof UNITS;
export const UNIT_KINDS = Object.keys(UNITS) as readonly UnitKind[];
