import { LONGEST_GROUP } from './drawing.ts';
import type { Unseen } from './left-out.ts';
import type { Style } from './svg-style.ts';
import type { XmlElement } from './xml-tree.ts';

/** Properties that an element has from what it stands in, and that tell what is painted. */
interface Inherited {
  readonly fill: string | undefined;
  readonly stroke: string | undefined;
  readonly color: string | undefined;
  readonly 'fill-opacity': string | undefined;
  readonly 'stroke-opacity': string | undefined;
  readonly 'stroke-width': string | undefined;
  readonly visibility: string | undefined;
  readonly 'clip-rule': string | undefined;
}

/** How an element looks by itself and by all that it stands in. */
export interface Look {
  readonly inherited: Inherited;
  /** The layer or group that a person named. */
  readonly layer: string | null;
  /** Why all of it isn't seen, whatever stands in it. */
  readonly unseen: Unseen | null;
}

const inheritedBy = (said: (name: keyof Inherited) => string | undefined): Inherited => ({
  fill: said('fill'),
  stroke: said('stroke'),
  color: said('color'),
  'fill-opacity': said('fill-opacity'),
  'stroke-opacity': said('stroke-opacity'),
  'stroke-width': said('stroke-width'),
  visibility: said('visibility'),
  'clip-rule': said('clip-rule'),
});

export const FIRST_LOOK: Look = { inherited: inheritedBy(() => undefined), layer: null, unseen: null };

/** The look of an element in something of that look. */
export function lookIn(outer: Look, element: XmlElement, style: Style): Look {
  const inherited = inheritedBy((name) => {
    const value = style.get(name);
    return value === undefined || value === 'inherit' || value === 'unset' ? outer.inherited[name] : value;
  });
  const layer = layerOf(element) ?? outer.layer;
  return { inherited, layer, unseen: outer.unseen ?? whollyUnseen(style, layer) };
}

function whollyUnseen(style: Style, name: string | null): Unseen | null {
  if (style.get('display') === 'none') return { why: 'hidden', name };
  return isZero(style.get('opacity')) ? { why: 'unpainted', name } : null;
}

/** Why a shape isn't seen; null where it is. A line has no area that a fill could paint. */
export function shapeUnseen({ inherited, layer, unseen }: Look, shape: string): Unseen | null {
  if (unseen) return unseen;
  if (/^(hidden|collapse)$/.test(inherited.visibility ?? '')) return { why: 'hidden', name: layer };
  const { color = '#000' } = inherited;
  const paints = (paint: string, opacity: string | undefined): boolean => isPaint(paint, color) && !isZero(opacity);
  const isFilled = shape !== 'line' && paints(inherited.fill ?? '#000', inherited['fill-opacity']);
  const isStroked =
    paints(inherited.stroke ?? 'none', inherited['stroke-opacity']) && !isZero(inherited['stroke-width']);
  return isFilled || isStroked ? null : { why: 'unpainted', name: layer };
}

/** What a shape is filled with, or else drawn in; null where the file says neither. */
export const colourOf = ({ inherited: { fill, stroke, color = '#000' } }: Look): string | null =>
  [fill, stroke]
    .find((one) => one !== undefined && isPaint(one, color))
    ?.toLowerCase()
    .slice(0, LONGEST_GROUP) ?? null;

const isPaint = (paint: string, color: string): boolean => {
  const said = /^currentcolor$/i.test(paint) ? color : paint;
  // A colour with an alpha of nothing, as `rgb(1 2 3 / 0)`, `hsla(1, 2%, 3%, 0%)` or `#abc0`.
  return (
    !/^(none|transparent|(rgb|hsl)a?\([^)]*[,/]\s*0*(\.0*)?%?\s*\)|#([0-9a-f]{3}0|[0-9a-f]{6}00))$/i.test(
      said.trim(),
    ) || isOpaqueTriple(said)
  );
};
/** Three numbers have no alpha, though the last is nothing: `rgb(0, 0, 0)`. */
const isOpaqueTriple = (paint: string): boolean => !paint.includes('/') && (paint.match(/,/g)?.length ?? 0) === 2;

const isZero = (text: string | undefined): boolean =>
  text !== undefined && /^[+-]?0*(\.0*)?(%|[a-z]*)$/i.test(text.trim()) && /\d/.test(text);

/** The name that a person gave to a group: by a drawing program's label, or by an id that none would make up. */
function layerOf({ name, attributes }: XmlElement): string | null {
  if (name !== 'g' && name !== 'a' && name !== 'switch') return null;
  const labelled = [...attributes].find(([key]) => /(^|:)label$/.test(key))?.[1];
  const id = attributes.get('id');
  const named = labelled ?? (id !== undefined && !/^[a-z]*[-_ ]?\d[\d._-]*$/i.test(id) ? id : undefined);
  return named === undefined || named === '' ? null : named.slice(0, LONGEST_GROUP);
}
