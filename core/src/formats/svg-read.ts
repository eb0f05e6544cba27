import svgpath from 'svgpath';
import { type Affine, compose, scaling, translation } from '../geometry/affine.ts';
import { flattenArcInto, flattenCubicInto, flattenQuadraticInto } from '../geometry/flatten.ts';
import type { Point } from '../geometry/point.ts';
import { FormatError } from '../problems.ts';
import { FLATTEN_CHORD } from '../tolerances.ts';
import { formatCount, toRadians } from '../units.ts';
import { type Drawing, LONGEST_GROUP, MM_PER_FILE_UNIT, type ReadAnswers, StrokeCollector } from './drawing.ts';
import { shapePath } from './svg-shapes.ts';
import { MM_PER_PX, svgLength, svgTransform, viewBoxOf, viewBoxTransform } from './svg-units.ts';
import { type XmlElement, readXml } from './xml-tree.ts';

const MOST_VISITS = 200_000;
const DEEPEST_USE = 32;

/** Elements that draw nothing where they stand. */
const NOT_DRAWN = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'linearGradient',
  'radialGradient',
  'filter',
  'style',
  'script',
  'title',
  'desc',
  'metadata',
  'namedview',
]);
const GROUPS = new Set(['g', 'a', 'switch']);
const LEFT_OUT: Readonly<Record<string, string>> = {
  text: 'text is left out; turn it into paths in the drawing program',
  image: 'a picture is left out; trace it into lines first',
  foreignObject: 'embedded content is left out',
};

const EFFECTS = [
  ['clip-path', 'clipping is left out; the whole lines are kept'],
  ['mask', 'masking is left out; the whole lines are kept'],
  ['filter', 'a filter is left out; only the lines are kept'],
] as const;

/**
 * Reads an SVG document's outlines as strokes in millimetres, with its units, view boxes, nested transforms, `use` and all basic shapes.
 * Curves are flattened to `FLATTEN_CHORD`. A document that states no size is read in the unit answered, else at 96 px an inch, with a remark.
 * Throws `FormatError` on what can't be read; bounded in elements, points and depth.
 */
export function readSvg(text: string, answers: ReadAnswers = {}): Drawing {
  const root = readXml(text);
  if (root.name !== 'svg')
    throw new FormatError(
      `The file holds <${root.name}>, not <svg>. Save the drawing as SVG and try again.`,
      root.line,
    );
  const stated = statesSize(root);
  const mm = stated || !answers.unit ? MM_PER_PX : MM_PER_FILE_UNIT[answers.unit];
  const walk = new Walk(root);
  if (!stated && !answers.unit) {
    walk.remark(
      root,
      'the file states no size in mm, cm or in; it is read at 96 units an inch, so check the size shown',
    );
  }
  walk.svg(root, scaling(mm, mm), null, 0);
  const strokes = walk.pen.strokes();
  if (strokes.length === 0) {
    throw new FormatError(
      'There is no line in this file that could be stitched. Turn text and pictures into paths, then save it again.',
    );
  }
  return { strokes, groups: walk.pen.groups, remarks: walk.remarks, unit: { mm, stated }, table: null };
}

/** Width and height in real units. */
const statesSize = ({ attributes }: XmlElement): boolean =>
  [attributes.width, attributes.height].every((size) => /\d\s*(in|mm|cm|q|pt|pc|px)\s*$/i.test(size ?? ''));

interface View {
  readonly width: number;
  readonly height: number;
}

class Walk {
  readonly pen = new StrokeCollector();
  readonly remarks: string[] = [];
  private readonly byId = new Map<string, XmlElement>();
  private readonly using = new Set<XmlElement>();
  private readonly remarked = new Set<string>();
  private visits = 0;
  /** Of the groups about what is drawn. */
  private layer: string | null = null;
  private colour: string | null = null;

  constructor(root: XmlElement) {
    const pending = [root];
    for (let element = pending.pop(); element; element = pending.pop()) {
      if (element.attributes.id !== undefined && !this.byId.has(element.attributes.id))
        this.byId.set(element.attributes.id, element);
      pending.push(...element.children);
    }
  }

  /** An `svg` element: outermost when `outer` is null. */
  svg(element: XmlElement, matrix: Affine, outer: View | null, depth: number): void {
    const a = element.attributes;
    const box = viewBoxOf(a.viewBox);
    const width = svgLength(a.width, outer?.width ?? box?.width ?? 0) ?? outer?.width ?? box?.width;
    const height = svgLength(a.height, outer?.height ?? box?.height ?? 0) ?? outer?.height ?? box?.height;
    const at = outer
      ? translation(svgLength(a.x, outer.width) ?? 0, svgLength(a.y, outer.height) ?? 0)
      : translation(0, 0);
    const fit = box ? viewBoxTransform(box, width ?? box.width, height ?? box.height, a.preserveAspectRatio) : null;
    const view = box ?? { width: width ?? 0, height: height ?? 0 };
    this.children(element, compose(fit ?? translation(0, 0), at, this.ownTransform(element), matrix), view, depth);
  }

  private children(element: XmlElement, matrix: Affine, view: View, depth: number): void {
    for (const child of element.children) this.visit(child, matrix, view, depth);
  }

  private visit(element: XmlElement, matrix: Affine, view: View, depth: number): void {
    if (++this.visits > MOST_VISITS) {
      throw new FormatError(
        `Line ${element.line}: the drawing repeats its parts more than ${formatCount(MOST_VISITS)} times. Expand the clones and save it again.`,
        element.line,
      );
    }
    const { name } = element;
    if (NOT_DRAWN.has(name) || isHidden(element)) return;
    for (const [attribute, sentence] of EFFECTS) if (element.attributes[attribute]) this.remark(element, sentence);
    if (name === 'svg') this.svg(element, matrix, view, depth);
    else if (name === 'use') this.use(element, matrix, view, depth);
    else if (GROUPS.has(name)) {
      const { layer, colour } = this;
      this.layer = layerOf(element) ?? layer;
      this.colour = colourOf(element) ?? colour;
      this.children(element, compose(this.ownTransform(element), matrix), view, depth);
      this.layer = layer;
      this.colour = colour;
    } else if (LEFT_OUT[name] !== undefined) this.remark(element, LEFT_OUT[name]);
    else this.shape(element, compose(this.ownTransform(element), matrix), view);
  }

  private use(element: XmlElement, matrix: Affine, view: View, depth: number): void {
    const href = element.attributes.href ?? '';
    const target = this.byId.get(href.replace(/^#/, ''));
    if (!target) {
      this.remark(element, `it uses ${href || 'nothing'}, which isn't in this file`);
      return;
    }
    if (this.using.has(target) || depth >= DEEPEST_USE) {
      throw new FormatError(
        `Line ${element.line}: <use> refers back to itself. Expand the clones in the drawing program and save it again.`,
        element.line,
      );
    }
    this.using.add(target);
    const at = translation(
      svgLength(element.attributes.x, view.width) ?? 0,
      svgLength(element.attributes.y, view.height) ?? 0,
    );
    const placed = compose(at, this.ownTransform(element), matrix);
    if (target.name === 'symbol' || target.name === 'svg') {
      const { width, height } = element.attributes;
      const sized = {
        ...target.attributes,
        width: width ?? target.attributes.width ?? '100%',
        height: height ?? target.attributes.height ?? '100%',
      };
      this.svg({ ...target, attributes: sized }, placed, view, depth + 1);
    } else {
      this.visit(target, placed, view, depth + 1);
    }
    this.using.delete(target);
  }

  private shape(element: XmlElement, matrix: Affine, view: View): void {
    const data = shapePath(element.name, element.attributes, view);
    if (data === null) return;
    const path = svgpath(data);
    const broken = (path as unknown as { readonly err: string }).err;
    if (broken)
      this.remark(
        element,
        `part of <${element.name}> can't be read (${broken.replace(/^SvgPath: /, '')}); it is drawn up to there`,
      );
    this.pen.group = this.layer ?? colourOf(element) ?? this.colour;
    this.draw(
      path
        .abs()
        .unshort()
        .matrix([...matrix]),
      element.line,
    );
  }

  /** Puts path segments, already in millimetres, on the pen. */
  private draw(path: ReturnType<typeof svgpath>, line: number): void {
    let start: Point = { x: 0, y: 0 };
    let at: Point = start;
    const out = (): number[] => this.pen.from(at, line);
    path.iterate((segment, _index, x, y) => {
      at = { x, y };
      switch (segment[0]) {
        case 'M':
          this.pen.finish(line);
          start = pt(segment[1], segment[2]);
          break;
        case 'L':
          out().push(segment[1], segment[2]);
          break;
        case 'H':
          out().push(segment[1], y);
          break;
        case 'V':
          out().push(x, segment[1]);
          break;
        case 'C':
          flattenCubicInto(
            out(),
            at,
            pt(segment[1], segment[2]),
            pt(segment[3], segment[4]),
            pt(segment[5], segment[6]),
            FLATTEN_CHORD,
          );
          break;
        case 'Q':
          flattenQuadraticInto(out(), at, pt(segment[1], segment[2]), pt(segment[3], segment[4]), FLATTEN_CHORD);
          break;
        case 'A': {
          const [, rx, ry, axis, large, sweep, ex, ey] = segment;
          flattenArcInto(
            out(),
            at,
            { rx, ry, axis: toRadians(axis), large: large === 1, sweep: sweep === 1 },
            pt(ex, ey),
            FLATTEN_CHORD,
          );
          break;
        }
        case 'Z':
        case 'z':
          if (x !== start.x || y !== start.y) out().push(start.x, start.y);
          this.pen.finish(line);
          break;
      }
    });
    this.pen.finish(line);
  }

  private ownTransform(element: XmlElement): Affine {
    const matrix = svgTransform(element.attributes.transform);
    if (matrix) return matrix;
    this.remark(element, `the transform "${element.attributes.transform ?? ''}" can't be read and is left out`);
    return translation(0, 0);
  }

  /** One remark a kind; the first place is named. */
  remark(element: XmlElement, sentence: string): void {
    if (this.remarked.has(sentence) || this.remarks.length >= 50) return;
    this.remarked.add(sentence);
    this.remarks.push(`Line ${element.line}: ${sentence}.`);
  }
}

/** The name that a person gave to a group: by a drawing program's label, or by an id that none would make up. */
function layerOf({ attributes }: XmlElement): string | null {
  const labelled = Object.entries(attributes).find(([key]) => /(^|:)label$/.test(key))?.[1];
  const { id } = attributes;
  const named = labelled ?? (id !== undefined && !/^[a-z]*[-_ ]?\d[\d._-]*$/i.test(id) ? id : undefined);
  return named === undefined || named === '' ? null : named.slice(0, LONGEST_GROUP);
}

/** What an element is filled with, or else drawn in. */
function colourOf({ attributes: { fill, stroke, style = '' } }: XmlElement): string | null {
  const said = (name: string): string | undefined =>
    new RegExp(`(?:^|;)\\s*${name}\\s*:\\s*([^;]+)`).exec(style)?.[1]?.trim();
  const colours = [said('fill') ?? fill, said('stroke') ?? stroke];
  const seen = colours.find((one) => one !== undefined && !/^(none|transparent|inherit|)$/i.test(one));
  return seen?.toLowerCase().slice(0, LONGEST_GROUP) ?? null;
}

const pt = (x: number, y: number): Point => ({ x, y });

const isHidden = (element: XmlElement): boolean =>
  element.attributes.display === 'none' ||
  /^(hidden|collapse)$/.test(element.attributes.visibility ?? '') ||
  /(?:^|;)\s*(?:display\s*:\s*none|visibility\s*:\s*hidden)/.test(element.attributes.style ?? '');
