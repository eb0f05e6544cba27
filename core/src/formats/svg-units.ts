import { type Affine, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { MM_PER_INCH, toRadians } from '../units.ts';

/** CSS: 96 px an inch. */
export const MM_PER_PX = MM_PER_INCH / 96;

const PX_PER_UNIT: Readonly<Record<string, number>> = {
  '': 1,
  px: 1,
  in: 96,
  mm: 96 / 25.4,
  cm: 96 / 2.54,
  q: 96 / 101.6,
  pt: 96 / 72,
  pc: 16,
  em: 16,
  ex: 8,
};

/** An SVG length in user units (px); a percentage is of `whole`. Null when missing or no length. */
export function svgLength(text: string | undefined, whole: number): number | null {
  const match = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(%|[a-z]*)\s*$/i.exec(text ?? '');
  if (!match) return null;
  const unit = match[2]!.toLowerCase();
  const factor = unit === '%' ? whole / 100 : PX_PER_UNIT[unit];
  return factor === undefined ? null : Number(match[1]) * factor;
}

export const numbersIn = (text: string): number[] =>
  (text.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).map(Number);

/** The `transform` attribute. Returns null when a part can't be read. */
export function svgTransform(text: string | undefined): Affine | null {
  if (text === undefined || text.trim() === '') return [1, 0, 0, 1, 0, 0];
  const parts = [...text.matchAll(/([a-z]+)\s*\(([^)]*)\)/gi)];
  const steps = parts.map((part) => transformStep(part[1]!, numbersIn(part[2]!)));
  if (parts.length === 0 || steps.includes(null)) return null;
  return compose(...(steps as Affine[]).reverse());
}

function transformStep(name: string, n: readonly number[]): Affine | null {
  const [a, b, c, d, e, f] = n;
  if (a === undefined) return null;
  switch (name.toLowerCase()) {
    case 'matrix':
      return b === undefined || c === undefined || d === undefined || e === undefined || f === undefined
        ? null
        : [a, b, c, d, e, f];
    case 'translate':
      return translation(a, b ?? 0);
    case 'scale':
      return scaling(a, b ?? a);
    case 'rotate':
      return b === undefined || c === undefined
        ? rotation(toRadians(a))
        : compose(translation(-b, -c), rotation(toRadians(a)), translation(b, c));
    case 'skewx':
      return [1, 0, Math.tan(toRadians(a)), 1, 0, 0];
    case 'skewy':
      return [1, Math.tan(toRadians(a)), 0, 1, 0, 0];
    default:
      return null;
  }
}

export interface ViewBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export function viewBoxOf(text: string | undefined): ViewBox | null {
  const [x, y, width, height] = numbersIn(text ?? '');
  return x !== undefined && y !== undefined && width !== undefined && height !== undefined && width > 0 && height > 0
    ? { x, y, width, height }
    : null;
}

/** Maps a view box to a viewport of this size at the origin (SVG 2, section 8.2; `meet`, `slice` and `none`). */
export function viewBoxTransform(box: ViewBox, width: number, height: number, preserve = 'xMidYMid meet'): Affine {
  let sx = width / box.width;
  let sy = height / box.height;
  if (!/none/.test(preserve)) sx = sy = /slice/.test(preserve) ? Math.max(sx, sy) : Math.min(sx, sy);
  const spareX = width - box.width * sx;
  const spareY = height - box.height * sy;
  const partX = /xMin/.test(preserve) ? 0 : /xMax/.test(preserve) ? 1 : 0.5;
  const partY = /YMin/.test(preserve) ? 0 : /YMax/.test(preserve) ? 1 : 0.5;
  return compose(translation(-box.x, -box.y), scaling(sx, sy), translation(spareX * partX, spareY * partY));
}
