import { parseString, type DxfBlock, type DxfEntity, type DxfInsert } from 'dxf';
import { type Affine, compose, IDENTITY, rotation, scaling, translation } from '../geometry/affine.ts';
import { FormatError } from '../problems.ts';
import { formatCount, MM_PER_INCH, toRadians } from '../units.ts';
import { type Drawing, MM_PER_FILE_UNIT, type ReadAnswers, StrokeCollector, LONGEST_GROUP } from './drawing.ts';
import { drawDxfEntity, isDrawn } from './dxf-entities.ts';

/** Millimetres of the units that `$INSUNITS` can name (DXF reference, HEADER section). */
const INSUNITS: Readonly<Record<number, number>> = {
  1: MM_PER_INCH,
  2: 12 * MM_PER_INCH,
  4: 1,
  5: 10,
  6: 1000,
  8: MM_PER_INCH / 1e6,
  9: MM_PER_INCH / 1000,
  10: 36 * MM_PER_INCH,
  13: 1e-3,
  14: 100,
};
const MOST_INSERTS = 200_000;
const DEEPEST_INSERT = 32;
const LEFT_OUT: Readonly<Record<string, string>> = {
  TEXT: 'text is left out; turn it into lines first',
  MTEXT: 'text is left out; turn it into lines first',
  ATTDEF: 'text is left out; turn it into lines first',
  ATTRIB: 'text is left out; turn it into lines first',
  HATCH: 'a hatch is left out; its outline is kept when it is drawn by itself',
  DIMENSION: 'a dimension is left out',
  IMAGE: 'a picture is left out; trace it into lines first',
  OLE2FRAME: 'embedded content is left out',
  SOLID: 'a filled area is left out',
  '3DFACE': '3-D faces are left out; Gorse stitches flat lines',
  '3DSOLID': 'a 3-D body is left out; Gorse stitches flat lines',
  MESH: 'a 3-D mesh is left out; Gorse stitches flat lines',
  POINT: 'lone points are left out',
};

/**
 * Reads the lines of a DXF drawing's model space: LINE, ARC, CIRCLE, ELLIPSE, LWPOLYLINE and POLYLINE with bulges, SPLINE, and INSERT
 * with nested scale, rotation and arrays. Y is turned down. Without `$INSUNITS` the unit answered is taken, else millimetres.
 * Throws `FormatError` on what can't be read; bounded in inserts, points and depth.
 */
export function readDxf(text: string, answers: ReadAnswers = {}): Drawing {
  if (text.startsWith('AutoCAD Binary DXF'))
    throw new FormatError('This is a binary DXF. Save it as ASCII (text) DXF in the drawing program.');
  if (!/^\s*0\s*\r?\n\s*SECTION/m.test(text))
    throw new FormatError('This is not a DXF drawing: it has no sections. Save it again as ASCII DXF.');
  const parsed = parseString(text);
  const mm = INSUNITS[parsed.header.insUnits ?? 0];
  const unit = { mm: mm ?? MM_PER_FILE_UNIT[answers.unit ?? 'mm'], stated: mm !== undefined };
  const walk = new DxfWalk(parsed.blocks);
  walk.entities(parsed.entities, scaling(unit.mm, -unit.mm), [], true);
  for (const [, name] of text.matchAll(/^[ \t]*0\r?\n[ \t]*([A-Z0-9]+)[ \t]*\r?$/gm)) {
    if (LEFT_OUT[name!]) walk.remark(LEFT_OUT[name!]!);
  }
  const strokes = walk.pen.strokes();
  if (strokes.length === 0)
    throw new FormatError(
      'There is no line in this drawing that could be stitched. Draw it with lines, arcs, polylines or splines and save it again.',
    );
  return { strokes, groups: walk.pen.groups, remarks: [...walk.remarks], unit, table: null };
}

/** Its layer, but for the one that everything is on; else its colour (by number). */
function groupOf({ layer, colorNumber }: DxfEntity): string | null {
  if (layer !== undefined && layer !== '' && layer !== '0') return layer.slice(0, LONGEST_GROUP);
  return colorNumber === undefined ? null : `colour ${colorNumber}`;
}

class DxfWalk {
  readonly pen = new StrokeCollector();
  readonly remarks = new Set<string>();
  private readonly blocks: ReadonlyMap<string, DxfBlock>;
  private inserts = 0;

  constructor(blocks: readonly DxfBlock[]) {
    this.blocks = new Map(blocks.flatMap((block) => (block.name === undefined ? [] : [[block.name, block]])));
  }

  remark(sentence: string): void {
    this.remarks.add(`${sentence[0]!.toUpperCase()}${sentence.slice(1)}.`);
  }

  /** Draws entities under a matrix; `within` are the blocks being drawn. */
  entities(entities: readonly DxfEntity[], matrix: Affine, within: readonly DxfBlock[], top: boolean): void {
    for (const entity of entities) {
      if (entity.visible === false || (top && entity.paperSpace)) continue;
      if (entity.type === 'INSERT') this.insert(entity, matrix, within);
      else if (isDrawn(entity)) {
        this.pen.group = groupOf(entity);
        const problem = drawDxfEntity(this.pen, entity, matrix);
        if (problem !== null) this.remark(problem);
      }
    }
  }

  private insert(insert: DxfInsert, matrix: Affine, within: readonly DxfBlock[]): void {
    const block = this.blocks.get(insert.block ?? '');
    if (!block) {
      this.remark(`it inserts the block "${insert.block ?? ''}", which isn't in this file`);
      return;
    }
    if (within.includes(block) || within.length >= DEEPEST_INSERT) {
      throw new FormatError(
        `The block "${block.name ?? ''}" contains itself. Explode the blocks in the drawing program and save it again.`,
      );
    }
    const columns = Math.max(1, insert.columnCount ?? 1);
    const rows = Math.max(1, insert.rowCount ?? 1);
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column < columns; column++) {
        if (++this.inserts > MOST_INSERTS) {
          throw new FormatError(
            `The drawing inserts its blocks more than ${formatCount(MOST_INSERTS)} times. Explode what is needed and save it again.`,
          );
        }
        // The array is turned with the insert, but not scaled with it (DXF reference, INSERT).
        const placed = compose(
          translation(-(block.x ?? 0), -(block.y ?? 0)),
          scaling(insert.scaleX ?? 1, insert.scaleY ?? 1),
          translation(column * (insert.columnSpacing ?? 0), row * (insert.rowSpacing ?? 0)),
          rotation(toRadians(insert.rotation ?? 0)),
          translation(insert.x ?? 0, insert.y ?? 0),
          insert.extrusionZ === -1 ? scaling(-1, 1) : IDENTITY,
          matrix,
        );
        this.entities(block.entities ?? [], placed, [...within, block], false);
      }
    }
  }
}
