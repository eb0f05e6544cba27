/** Lengths as quilters say them. Everything inside the core is millimetres; text is made and read only here. */

export const MM_PER_INCH = 25.4;

/** How lengths are shown: fractions of an inch to 1/16 or 1/32, decimal inches, centimetres or millimetres. */
export type LengthStyle = 'in16' | 'in32' | 'inDecimal' | 'cm' | 'mm';

export const LENGTH_STYLES: readonly LengthStyle[] = ['in16', 'in32', 'inDecimal', 'cm', 'mm'];

const MM_PER_UNIT: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  '”': MM_PER_INCH,
  ft: 12 * MM_PER_INCH,
  "'": 12 * MM_PER_INCH,
  '’': 12 * MM_PER_INCH,
  yd: 36 * MM_PER_INCH,
};

/** The unit a bare number means in a style. */
export const unitOf = (style: LengthStyle): 'in' | 'cm' | 'mm' => (style === 'cm' || style === 'mm' ? style : 'in');

const FRACTION_SIGNS: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
};

/**
 * Reads `7 3/8`, `7-3/8"`, `7.375in`, `18,7 cm`, `1/2`. A bare number has the unit of `style`.
 * @returns millimetres, or null when the text is no length
 */
export function parseLength(text: string, style: LengthStyle): number | null {
  const plain = text
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => FRACTION_SIGNS[sign] ?? sign)
    .trim()
    .toLowerCase();
  const match =
    /^([+-]?)\s*(?:(\d+)\s*\/\s*(\d+)|(\d+)[\s-]+(\d+)\s*\/\s*(\d+)|(\d*[.,]?\d+|\d+[.,]))\s*([a-z"'”’]*)$/.exec(plain);
  if (!match) return null;
  const [, sign, top, bottom, whole, mixedTop, mixedBottom, decimal, unit] = match;
  const mm = MM_PER_UNIT[unit === undefined || unit === '' ? unitOf(style) : unit];
  const value =
    decimal !== undefined
      ? Number(decimal.replace(',', '.'))
      : top !== undefined
        ? Number(top) / Number(bottom)
        : Number(whole) + Number(mixedTop) / Number(mixedBottom);
  if (mm === undefined || !Number.isFinite(value)) return null;
  return (sign === '-' ? -value : value) * mm;
}

/** A number and its unit, and a whole number and its fraction, stay on one line. */
const NBSP = '\u00a0';

function formatFraction(inches: number, parts: number): string {
  let top = Math.round(Math.abs(inches) * parts);
  const sign = inches < 0 && top > 0 ? '−' : '';
  const whole = Math.floor(top / parts);
  top -= whole * parts;
  let bottom = parts;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  if (top === 0) return `${sign}${whole}`;
  return whole === 0 ? `${sign}${top}/${bottom}` : `${sign}${whole}${NBSP}${top}/${bottom}`;
}

/** The number alone, without its unit: for keypads and for the first of two (`8 5/8 × 6 in`). */
export function formatLengthNumber(mm: number, style: LengthStyle): string {
  switch (style) {
    case 'in16':
      return formatFraction(mm / MM_PER_INCH, 16);
    case 'in32':
      return formatFraction(mm / MM_PER_INCH, 32);
    case 'inDecimal':
      return trimmed(mm / MM_PER_INCH, 3);
    case 'cm':
      return trimmed(mm / 10, 2);
    case 'mm':
      return trimmed(mm, 1);
  }
}

/** Fixed decimals without a negative zero or trailing zeros. */
export function trimmed(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return (short === '-0' ? '0' : short).replace('-', '−');
}

/** A length with its unit: `7 3/8 in`. */
export const formatLength = (mm: number, style: LengthStyle): string =>
  `${formatLengthNumber(mm, style)}${NBSP}${unitOf(style)}`;

/** A doubt or a misfit: too small a number for the style is said as "under", never as zero. */
export function formatDoubt(mm: number, style: LengthStyle): string {
  const step = { in16: MM_PER_INCH / 32, in32: MM_PER_INCH / 32, inDecimal: 0.0254, cm: 0.1, mm: 0.1 }[style];
  const shown = style === 'in16' ? 'in32' : style;
  // Rounded up: a doubt is never made to look smaller than it is.
  return mm < step / 2 ? `under ${formatLength(step, shown)}` : formatLength(step * Math.ceil(mm / step - 0.05), shown);
}

/** Stitches per inch that numbers are for until another is chosen. */
export const USUAL_SPI = 11;

/** The length of one stitch at so many stitches per inch. */
export const stitchLength = (stitchesPerInch: number): number => MM_PER_INCH / stitchesPerInch;

export const toDegrees = (radians: number): number => (radians * 180) / Math.PI;
export const toRadians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Minutes and seconds as they are said: `3 min 40 s`, `1 h 5 min`. */
export function formatDuration(seconds: number): string {
  const s = Math.round(seconds);
  const both = (large: number, largeUnit: string, small: number, smallUnit: string): string =>
    `${large}${NBSP}${largeUnit}${small === 0 ? '' : ` ${small}${NBSP}${smallUnit}`}`;
  if (s < 60) return `${s}${NBSP}s`;
  if (s < 3600) return both(Math.floor(s / 60), 'min', s % 60, 's');
  const minutes = Math.round(s / 60);
  return both(Math.floor(minutes / 60), 'h', minutes % 60, 'min');
}

/** Made once: making one takes longer than using it a hundred times. */
const COUNTS = new Intl.NumberFormat('en');
/** A whole number as it is read: `155,874`. */
export const formatCount = (n: number): string => COUNTS.format(n);

/** A number of things in words: `1 pass`, `3 passes`. */
export const counted = (n: number, thing: string): string =>
  `${n} ${n === 1 ? thing : /(s|x|ch|sh)$/.test(thing) ? `${thing}es` : `${thing}s`}`;
