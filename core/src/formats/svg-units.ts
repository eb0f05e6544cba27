import { type Affine, compose, rotation, scaling, translation } from '../geometry/affine.ts';
import { MM_PER_INCH } from '../units.ts';
import { Decimal } from './decimal.ts';

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

const decimal = new Decimal();

/** An SVG length in user units (px); a percentage is of `whole`. Null when missing or no length. */
export function svgLength(text: string | undefined, whole: number): number | null {
  if (text === undefined) return null;
  // Nearly all are plain numbers.
  const plain = decimal.at(text, 0);
  if (!Number.isNaN(plain) && decimal.end === text.length) return plain;
  const match = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?)(%|[a-z]*)$/i.exec(text.trim());
  if (!match) return null;
  const unit = match[2]!.toLowerCase();
  const factor = unit === '%' ? whole / 100 : PX_PER_UNIT[unit];
  return factor === undefined ? null : Number(match[1]) * factor;
}

export const numbersIn = (text: string): number[] =>
  (text.match(/[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).map(Number);

const NOTHING: Affine = [1, 0, 0, 1, 0, 0];

/** A `transform`, as an attribute or a style says it, about the `transform-origin` in a view. Returns null when a part can't be read. */
export function svgTransform(text: string | undefined, origin?: string, view?: ViewSize): Affine | null {
  if (text === undefined || /^\s*(none\s*)?$/.test(text)) return NOTHING;
  const step = /[\s,]*([a-z0-9]+)\s*\(([^()]*)\)/iy;
  const steps: Affine[] = [];
  let read = 0;
  for (let match = step.exec(text); match; match = step.exec(text)) {
    const one = transformStep(match[1]!.toLowerCase(), match[2]!.match(ARGUMENT) ?? []);
    if (!one) return null;
    steps.push(one);
    read = step.lastIndex;
  }
  if (steps.length === 0 || /[^\s,]/.test(text.slice(read))) return null;
  const about = originOf(origin, view);
  return compose(translation(-about[0], -about[1]), ...steps.reverse(), translation(...about));
}

/** Arguments may stand against each other: `10-5` is two. */
const ARGUMENT = /[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?(?:%|[a-z]*)/gi;

const SIDES: Readonly<Record<string, string>> = { left: '0%', top: '0%', center: '50%', right: '100%', bottom: '100%' };

function originOf(text: string | undefined, view: ViewSize = { width: 0, height: 0 }): readonly [number, number] {
  const [across = '0', down = across in SIDES ? '50%' : across] = text?.trim().split(/\s+/) ?? [];
  const flip = /^(top|bottom)$/.test(across) || /^(left|right)$/.test(down);
  const [x, y] = flip ? [down, across] : [across, down];
  return [svgLength(SIDES[x] ?? x, view.width) ?? 0, svgLength(SIDES[y] ?? y, view.height) ?? 0];
}

const RADIANS: Readonly<Record<string, number>> = {
  '': Math.PI / 180,
  deg: Math.PI / 180,
  grad: Math.PI / 200,
  rad: 1,
  turn: 2 * Math.PI,
};

/** Radians; null when it is no angle. */
function angleOf(text: string): number | null {
  const match = /^([+-]?[\d.]+(?:e[+-]?\d+)?)([a-z]*)$/i.exec(text);
  const factor = RADIANS[match?.[2]?.toLowerCase() ?? '?'];
  return match && factor !== undefined && Number.isFinite(Number(match[1])) ? Number(match[1]) * factor : null;
}

function transformStep(name: string, args: readonly string[]): Affine | null {
  const [a, b, c, d, e, f] = args.map((one) => svgLength(one, 0));
  const angle = angleOf(args[0] ?? '');
  switch (name) {
    case 'matrix':
      return a == null || b == null || c == null || d == null || e == null || f == null ? null : [a, b, c, d, e, f];
    case 'translate':
      return a == null ? null : translation(a, b ?? 0);
    case 'translatex':
      return a == null ? null : translation(a, 0);
    case 'translatey':
      return a == null ? null : translation(0, a);
    case 'scale':
      return a == null ? null : scaling(a, b ?? a);
    case 'scalex':
      return a == null ? null : scaling(a, 1);
    case 'scaley':
      return a == null ? null : scaling(1, a);
    case 'rotate': {
      if (angle === null) return null;
      const turn = rotation(angle);
      return b == null || c == null ? turn : compose(translation(-b, -c), turn, translation(b, c));
    }
    case 'skewx':
      return angle === null ? null : [1, 0, Math.tan(angle), 1, 0, 0];
    case 'skewy':
      return angle === null ? null : [1, Math.tan(angle), 0, 1, 0, 0];
    default:
      return null;
  }
}

/** Size of a viewport in its own user units. */
export interface ViewSize {
  readonly width: number;
  readonly height: number;
}

export interface ViewBox extends ViewSize {
  readonly x: number;
  readonly y: number;
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
