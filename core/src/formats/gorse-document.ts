import { FormatError } from '../problems.ts';
import { type DesignKind, isDesignKind } from '../design/kind.ts';
import type { Polyline } from '../geometry/polyline.ts';
import { MOST_POINTS } from '../tolerances.ts';
import type { Drawing } from './drawing.ts';
import { Pen } from './pen.ts';

/** Of the open document; docs/gorse-design.schema.json describes it. */
const GORSE_DOCUMENT_VERSION = 1;

/** What the open document can say of a design beyond its strokes. */
export interface DesignLabels {
  readonly name: string;
  readonly kind: DesignKind | null;
  readonly tags: readonly string[];
}

/** Strokes as flat `[x0, y0, x1, y1, …]`, millimetres, rounded to a ten-thousandth. */
export function writeGorseDocument(labels: DesignLabels, strokes: readonly Polyline[]): string {
  return `${JSON.stringify({
    format: 'gorse-design',
    version: GORSE_DOCUMENT_VERSION,
    name: labels.name,
    ...(labels.kind === null ? {} : { kind: labels.kind }),
    tags: labels.tags,
    unit: 'mm',
    strokes: strokes.map((stroke) => Array.from(stroke, (value) => Math.round(value * 1e4) / 1e4)),
  })}\n`;
}

/** Reads the open document. Throws `FormatError` with the path of what is wrong. */
export function readGorseDocument(text: string): Drawing & { readonly labels: DesignLabels } {
  const body = parsed(text);
  if (body.format !== 'gorse-design')
    throw new FormatError('This JSON file is no Gorse design: "format" must be "gorse-design".');
  if (typeof body.version !== 'number' || body.version > GORSE_DOCUMENT_VERSION)
    throw new FormatError(
      `This design was written by a newer Gorse (version ${String(body.version)}). Bring Gorse up to date to read it.`,
    );
  if (body.unit !== 'mm') throw new FormatError('"unit" must be "mm".');
  if (!Array.isArray(body.strokes)) throw new FormatError('"strokes" must be a list of lists of numbers.');
  const pen = new Pen();
  (body.strokes as unknown[]).forEach((stroke, i) => {
    if (!Array.isArray(stroke) || stroke.length % 2 !== 0 || !stroke.every((value) => Number.isFinite(value))) {
      throw new FormatError(`strokes[${i}] must be a list of x and y in turn, all numbers.`);
    }
    const values = stroke as number[];
    if (values.length < 4) return;
    pen.from({ x: values[0]!, y: values[1]! }, null);
    for (let k = 2; k < values.length; k += 2) pen.line(values[k]!, values[k + 1]!);
    pen.finish();
  });
  const drawn = pen.drawn();
  if (drawn.strokes.length === 0) throw new FormatError('"strokes" has no line of two or more points.');
  const tags = Array.isArray(body.tags) ? body.tags.filter((tag): tag is string => typeof tag === 'string') : [];
  return {
    ...drawn,
    remarks: [],
    unit: { mm: 1, stated: true },
    table: null,
    labels: {
      name: typeof body.name === 'string' ? body.name.slice(0, 120) : '',
      kind: isDesignKind(body.kind) ? body.kind : null,
      tags: tags.slice(0, 20).map((tag) => tag.slice(0, 40)),
    },
  };
}

/** The document's own lists and objects are four deep. */
const DEEPEST = 8;
/** Lists and objects, and what stands in them, beyond what the strokes of a design may have. */
const MOST_LISTS = 200_000;
const MOST_VALUES = 2 * MOST_POINTS + MOST_LISTS;

/** What has no end of lists in lists, or of values, would take the parser seconds and all memory before it could be refused. */
function refuseLarge(text: string): void {
  let depth = 0;
  let lists = 0;
  let values = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const sign = text[i];
    if (sign === '\\') i++;
    else if (sign === '"') quoted = !quoted;
    else if (quoted) continue;
    else if (sign === ',') values++;
    else if (sign === '[' || sign === '{') {
      lists++;
      if (++depth > DEEPEST)
        throw new FormatError('This JSON is nested deeper than any Gorse design. Save the design again.');
    } else if (sign === ']' || sign === '}') depth--;
    if (lists > MOST_LISTS || values > MOST_VALUES)
      throw new FormatError('This JSON holds more than any Gorse design can. Save the design again.');
  }
}

function parsed(text: string): Record<string, unknown> {
  refuseLarge(text);
  try {
    const value: unknown = JSON.parse(text);
    if (typeof value === 'object' && value !== null && !Array.isArray(value)) return value as Record<string, unknown>;
  } catch {
    // Said below.
  }
  throw new FormatError('This is no JSON object. Save the design again.');
}
