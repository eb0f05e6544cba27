import type { DrawnUnit, FileUnit, ReadAnswers } from './drawing.ts';
import { MM_PER_FILE_UNIT } from './drawing.ts';
import type { Style } from './svg-style.ts';
import { MM_PER_PX, svgLength, type ViewBox, type ViewSize } from './svg-units.ts';
import type { XmlDocument } from './xml-tree.ts';

/** The size of a viewport in px: a side that isn't said follows from the other by the view box, or else is the view box's own. */
export function viewportSize(style: Style, box: ViewBox | null, whole: ViewSize | null): ViewSize | null {
  const side = (text: string | undefined, of: number | undefined): number | null => {
    // Of what surrounds the whole document nothing is known, so no part of it either.
    const length = whole === null && text?.trim().endsWith('%') ? null : svgLength(text, of ?? 0);
    return length !== null && length > 0 ? length : null;
  };
  const [w, h] = [side(style.get('width'), whole?.width), side(style.get('height'), whole?.height)];
  if (whole) return { width: w ?? whole.width, height: h ?? whole.height };
  if (w !== null && h !== null) return { width: w, height: h };
  if (!box) return w === null && h === null ? null : { width: w ?? h!, height: h ?? w! };
  const scale = w !== null ? w / box.width : h !== null ? h / box.height : 1;
  return { width: box.width * scale, height: box.height * scale };
}

const IN_PX = /\dpx$/i;
const IN_UNITS = /\d(in|mm|cm|q|pt|pc|px)$/i;

/**
 * The millimetres that one px of a document stands for: what it says, unless it says nothing, or the program that wrote it is known to mean
 * other pixels than the standard's 96 an inch.
 */
export function unitOfDocument(
  { root, prolog }: XmlDocument,
  style: Style,
  box: ViewBox | null,
  answers: ReadAnswers,
): DrawnUnit {
  const sides = [style.get('width'), style.get('height')].flatMap((side) =>
    side && svgLength(side, 1) !== null ? [side.trim()] : [],
  );
  const inUnits = sides.some((side) => IN_UNITS.test(side));
  const likely = usualOf(prolog, root.attributes);
  // Lengths of paper are what they say, but only a view box brings the lines' own units to them.
  const isSure = likely === null || (box !== null && inUnits && !sides.some((side) => IN_PX.test(side)));
  if (inUnits && isSure) return { mm: MM_PER_PX, stated: true };
  const unit = answers.unit ?? likely;
  return { mm: unit ? MM_PER_FILE_UNIT[unit] : MM_PER_PX, stated: false, ...(likely ? { likely } : {}) };
}

/** What the px of a program are, that draws at another resolution than the standard's and says who it is. */
function usualOf(prolog: string, attributes: ReadonlyMap<string, string>): FileUnit | null {
  if (/generator:\s*adobe illustrator/i.test(prolog)) return 'px72';
  const version = attributes.get('inkscape:version');
  return version !== undefined && /^0\.([0-8]\d?|9|90|91)(?!\d)/.test(version) ? 'px90' : null;
}
