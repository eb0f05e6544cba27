import { type Affine, applyToPolyline, compose, IDENTITY, inverse, scaling, translation } from '../geometry/affine.ts';
import { boundsOf } from '../geometry/polyline.ts';
import type { Rings } from '../geometry/ring-areas.ts';
import { FormatError } from '../problems.ts';
import { formatCount } from '../units.ts';
import type { Drawing, ReadAnswers } from './drawing.ts';
import { type Drawn, Pen } from './pen.ts';
import { Remarks } from './remarks.ts';
import { type Clip, clipWithin } from './seen-and-unseen.ts';
import { ClipRings } from './svg-clip-rings.ts';
import { drawPath } from './svg-curves.ts';
import { chosenOf, effectsOf, LEFT_OUT, urlIn } from './svg-not-drawn.ts';
import { colourOf, FIRST_LOOK, type Look, lookIn, shapeUnseen } from './svg-look.ts';
import { shapePath } from './svg-shapes.ts';
import { unitOfDocument, viewportSize } from './svg-size.ts';
import { restyled, type Style, SvgStyles } from './svg-style.ts';
import { svgLength, svgTransform, viewBoxOf, viewBoxTransform, type ViewSize } from './svg-units.ts';
import { type XmlDocument, type XmlElement, readXml } from './xml-tree.ts';

const MOST_VISITS = 50_000;
const DEEPEST_USE = 32;
const DEEPEST_CLIP = 16;
const SVG = 'http://www.w3.org/2000/svg';

/** Elements that are drawn by what stands in them. */
const GROUPS = new Set(['g', 'a', 'switch']);

/**
 * Reads an SVG document's outlines as strokes in millimetres, with its units, view boxes, style sheets, nested transforms, clips, `use`, `switch`
 * and all basic shapes. What isn't seen in it is kept apart (`leftOut`). A document that states no size is read in the unit answered, else at 96
 * px an inch. Throws `FormatError` on what can't be read; bounded in elements, points and depth.
 */
export function readSvg(text: string, answers: ReadAnswers = {}): Drawing {
  const document = readXml(text);
  const { root } = document;
  if (root.name !== 'svg')
    throw new FormatError(
      `The file holds <${root.name}>, not <svg>. Save the drawing as SVG and try again.`,
      root.line,
    );
  const walk = new Walk(document);
  for (const { line, sentence } of document.remarks) walk.remarks.say(sentence, line);
  const style = walk.styles.of(root);
  const unit = unitOfDocument(document, style, viewBoxOf(style.get('viewBox')), answers);
  if (!unit.stated && !answers.unit && !unit.likely) {
    walk.remark(
      root,
      'the file states no size in mm, cm or in; it is read at 96 units an inch, so check the size shown',
    );
  }
  walk.svg(root, { matrix: scaling(unit.mm, unit.mm), view: null, look: FIRST_LOOK, depth: 0 });
  const drawn = walk.pen.drawn(answers.taken);
  if (drawn.strokes.length + drawn.leftOut.length === 0) {
    throw new FormatError(
      'There is no line in this file that could be stitched. Turn text and pictures into paths, then save it again.',
    );
  }
  return { ...drawn, remarks: walk.remarks.list(), unit, table: null };
}

/** Where an element stands: the map of its outer user space to millimetres, the viewport, what it inherits, and how deep in `use`. */
interface Place {
  readonly matrix: Affine;
  readonly view: ViewSize | null;
  readonly look: Look;
  readonly depth: number;
}

class Walk {
  pen = new Pen();
  readonly styles: SvgStyles;
  readonly remarks = new Remarks();
  private readonly byId = new Map<string, XmlElement>();
  private readonly namespaces: ReadonlySet<string>;
  private readonly using = new Set<XmlElement>();
  private readonly clipRings = new ClipRings();
  /** By the path and how it is turned and sized, as it lies where it was first asked for. */
  private readonly clips = new Map<string, { readonly rings: Rings | null; readonly from: Affine }>();
  private visits = 0;

  constructor({ root }: XmlDocument) {
    this.namespaces = new Set([SVG, root.namespace]);
    const sheets: XmlElement[] = [];
    const pending = [root];
    for (let element = pending.pop(); element; element = pending.pop()) {
      const id = element.attributes.get('id');
      if (id !== undefined && !this.byId.has(id)) this.byId.set(id, element);
      if (element.name === 'style') sheets.push(element);
      for (let i = element.children.length - 1; i >= 0; i--) pending.push(element.children[i]!);
    }
    this.styles = new SvgStyles(sheets, (element, sentence) => this.remark(element, sentence));
  }

  /** An `svg` element: outermost when there is no view. */
  svg(element: XmlElement, place: Place, style = this.styles.of(element)): void {
    const { view: outer } = place;
    const box = viewBoxOf(style.get('viewBox'));
    const size = viewportSize(style, box, outer);
    const at = outer
      ? translation(svgLength(style.get('x'), outer.width) ?? 0, svgLength(style.get('y'), outer.height) ?? 0)
      : translation(0, 0);
    const fit =
      box && size
        ? viewBoxTransform(box, size.width, size.height, style.get('preserveAspectRatio'))
        : translation(0, 0);
    const port = compose(at, this.ownTransform(element, style, outer), place.matrix);
    const inside = {
      ...place,
      matrix: compose(fit, port),
      view: box ?? size ?? { width: 0, height: 0 },
      look: lookIn(place.look, element, style),
    };
    const { clip } = this.pen;
    // Only what stands in another view is cut off at its own (SVG 2, section 3.2: the root's overflow is seen).
    if (outer && size && !/^(visible|auto)$/.test(style.get('overflow') ?? ''))
      this.pen.clip = clipWithin(
        this.clipRings.ofView(size, port),
        { x: port[4], y: port[5] },
        inside.look.layer,
        clip,
      );
    this.clipped(element, style, inside, () => this.children(element, inside));
    this.pen.clip = clip;
  }

  private children(element: XmlElement, place: Place): void {
    const drawn = element.name === 'switch' ? chosenOf(element) : element.children;
    for (const child of drawn) this.visit(child, place);
  }

  private visit(element: XmlElement, place: Place): void {
    if (++this.visits > MOST_VISITS) {
      throw new FormatError(
        `Line ${element.line}: the drawing repeats its parts more than ${formatCount(MOST_VISITS)} times. Expand the clones and save it again.`,
        element.line,
      );
    }
    const { name } = element;
    if (!this.namespaces.has(element.namespace)) return;
    const said = LEFT_OUT[name];
    const style = this.styles.of(element);
    const look = lookIn(place.look, element, style);
    if (said !== undefined) {
      if (!look.unseen) this.remark(element, said);
      return;
    }
    if (name === 'svg') {
      this.svg(element, place, style);
      return;
    }
    const matrix = compose(this.ownTransform(element, style, place.view), place.matrix);
    const inside = { ...place, matrix, look };
    const data = shapePath(name, style, place.view ?? { width: 0, height: 0 });
    if (data === null && !GROUPS.has(name) && name !== 'use') return;
    if (!look.unseen) for (const effect of effectsOf(style, this.byId)) this.remark(element, effect);
    this.clipped(element, style, inside, () => {
      if (data !== null) this.shape(element, data, inside);
      else if (name === 'use') this.use(element, style, inside);
      else this.children(element, inside);
    });
  }

  private use(element: XmlElement, style: Style, place: Place): void {
    const href = element.attributes.get('href') ?? '';
    const target = this.byId.get(href.replace(/^#/, ''));
    if (!target) {
      this.remark(element, `it uses ${href || 'nothing'}, which isn't in this file`);
      return;
    }
    if (this.using.has(target) || place.depth >= DEEPEST_USE) {
      throw new FormatError(
        `Line ${element.line}: <use> refers back to itself. Expand the clones in the drawing program and save it again.`,
        element.line,
      );
    }
    this.using.add(target);
    const view = place.view ?? { width: 0, height: 0 };
    const at = translation(svgLength(style.get('x'), view.width) ?? 0, svgLength(style.get('y'), view.height) ?? 0);
    const inside = { ...place, matrix: compose(at, place.matrix), view, depth: place.depth + 1 };
    if (target.name === 'symbol' || target.name === 'svg') {
      const own = this.styles.of(target);
      const size = (['width', 'height'] as const).map((name) => {
        return [name, style.get(name) ?? own.get(name) ?? '100%'] as const;
      });
      this.svg(target, inside, restyled(own, new Map(size)));
    } else {
      this.visit(target, inside);
    }
    this.using.delete(target);
  }

  private shape(element: XmlElement, data: string, { matrix, look }: Place): void {
    this.pen.group = look.layer ?? colourOf(look);
    this.pen.unseen = shapeUnseen(look, element.name);
    const problem = drawPath(this.pen, data, matrix, element.line);
    if (problem !== null)
      this.remark(element, `part of <${element.name}> can't be read (${problem}); it is drawn up to there`);
  }

  /** Draws an element within what its `clip-path` leaves of it. */
  private clipped(element: XmlElement, style: Style, place: Place, draw: () => void): void {
    const { clip } = this.pen;
    const said = style.get('clip-path');
    if (said !== undefined && said !== 'none') this.pen.clip = this.clipOf(element, said, place, draw) ?? clip;
    draw();
    this.pen.clip = clip;
  }

  /** Null where nothing is cut off. */
  private clipOf(element: XmlElement, said: string, place: Place, draw: () => void): Clip | null {
    const id = urlIn(said);
    const path = this.byId.get(id ?? '');
    if (path?.name !== 'clipPath') {
      // A reference to nothing cuts nothing off.
      if (id === null) this.remark(element, 'clipping by a form is left out; the whole lines are kept');
      return null;
    }
    if (this.using.has(path)) return null;
    if ((this.pen.clip?.depth ?? 0) >= DEEPEST_CLIP) {
      this.remark(element, `clips more than ${DEEPEST_CLIP} deep in each other are left out; the whole lines are kept`);
      return null;
    }
    const user =
      path.attributes.get('clipPathUnits') === 'objectBoundingBox' ? this.boxMatrix(place, draw) : place.matrix;
    if (!user) return null;
    const key = [path.attributes.get('id'), ...user.slice(0, 4)].join(' ');
    let known = this.clips.get(key);
    if (!known) {
      this.using.add(path);
      known = { rings: this.ringsOf(path, { ...place, matrix: user, look: FIRST_LOOK }), from: user };
      this.using.delete(path);
      this.clips.set(key, known);
    }
    const { rings, from } = known;
    const at = { x: user[4] - from[4], y: user[5] - from[5] };
    return rings && clipWithin(rings, at, place.look.layer, this.pen.clip);
  }

  /** What the shapes of a `clipPath` cover; null where there is too much of it. */
  private ringsOf(path: XmlElement, place: Place): Rings | null {
    const style = this.styles.of(path);
    const inside = { ...place, matrix: compose(this.ownTransform(path, style, place.view), place.matrix) };
    const rings = this.clipRings.of(() =>
      path.children.map((child) => ({
        outlines: this.apart(() => this.visit(child, inside), 'outlines').strokes,
        evenOdd: lookIn(FIRST_LOOK, child, this.styles.of(child)).inherited['clip-rule'] === 'evenodd',
      })),
    );
    if (!rings)
      this.remark(path, 'clips with too many points, or too many clips, are left out; the whole lines are kept');
    return rings;
  }

  /** The map of a unit square to the box of what is drawn, in its own user space; null where that has no size. */
  private boxMatrix({ matrix }: Place, draw: () => void): Affine | null {
    if (Math.abs(matrix[0] * matrix[3] - matrix[1] * matrix[2]) < 1e-12) return null;
    const back = inverse(matrix);
    const box = boundsOf(this.apart(draw, 'all').strokes.map((stroke) => applyToPolyline(back, stroke)));
    if (!box || box.maxX === box.minX || box.maxY === box.minY) return null;
    return compose(scaling(box.maxX - box.minX, box.maxY - box.minY), translation(box.minX, box.minY), matrix);
  }

  /** What comes of some drawing by itself: all of it, or the outlines of what is shown, painted or not. */
  private apart(draw: () => void, what: 'outlines' | 'all'): Drawn {
    const { pen } = this;
    this.pen = new Pen();
    draw();
    const { leftOut, ...seen } = this.pen.drawn();
    this.pen = pen;
    const also = leftOut.filter(({ why }) => what === 'all' || why === 'unpainted').flatMap(({ strokes }) => strokes);
    return { ...seen, leftOut, strokes: [...seen.strokes, ...also] };
  }

  private ownTransform(element: XmlElement, style: Style, view: ViewSize | null): Affine {
    const matrix = svgTransform(style.get('transform'), style.get('transform-origin'), view ?? undefined);
    if (matrix) return matrix;
    this.remark(element, `the transform "${shortened(style.get('transform') ?? '')}" can't be read and is left out`);
    return IDENTITY;
  }

  remark(element: XmlElement, sentence: string): void {
    this.remarks.say(sentence, element.line);
  }
}

const shortened = (text: string): string => (text.length > 60 ? `${text.slice(0, 60)}…` : text);
