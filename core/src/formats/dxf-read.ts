import { type Affine, compose, IDENTITY, rotation, scaling, translation } from '../geometry/affine.ts';
import { FormatError } from '../problems.ts';
import { formatCount, MM_PER_INCH, toRadians } from '../units.ts';
import { type Drawing, LONGEST_GROUP, MM_PER_FILE_UNIT, type ReadAnswers } from './drawing.ts';
import { drawDxfEntity, FACES, ownPlane } from './dxf-entities.ts';
import { dxfEntities, type DxfEntity, DxfTags } from './dxf-tags.ts';
import type { Unseen } from './left-out.ts';
import { Pen } from './pen.ts';
import { Remarks } from './remarks.ts';
import { refuseTooMany } from './too-many.ts';

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
const MOST_INSERTS = 100_000;
const MOST_VISITS = 1_500_000;
/** What is kept while the rest is read: layers, and blocks with all that stands in them. */
const MOST_LAYERS = 50_000;
const MOST_IN_BLOCKS = 300_000;
const DEEPEST_INSERT = 32;
const TEXT = 'text is left out; turn it into lines first';
const LEFT_OUT: Readonly<Record<string, string>> = {
  TEXT,
  MTEXT: TEXT,
  ATTRIB: TEXT,
  HATCH: 'a hatch is left out; its outline is kept when it is drawn by itself',
  DIMENSION: 'a dimension is left out',
  LEADER: 'a leader is left out; turn it into lines first',
  MULTILEADER: 'a leader is left out; turn it into lines first',
  MLINE: 'multiple lines are left out; turn them into polylines first',
  RAY: 'lines without an end are left out',
  XLINE: 'lines without an end are left out',
  HELIX: 'a helix is left out; turn it into a polyline first',
  IMAGE: 'a picture is left out; trace it into lines first',
  OLE2FRAME: 'embedded content is left out',
  SOLID: 'a filled area is left out',
  TRACE: 'a filled area is left out',
  '3DFACE': FACES,
  '3DSOLID': 'a 3-D body is left out; Gorse stitches flat lines',
  MESH: 'a 3-D mesh is left out; Gorse stitches flat lines',
  POINT: 'lone points are left out',
};
/** What shows nothing of its own. */
const SILENT = new Set(['VIEWPORT', 'ATTDEF', 'SEQEND']);

interface Block {
  readonly head: DxfEntity;
  readonly entities: DxfEntity[];
}

/**
 * Reads the lines of a DXF drawing's model space: LINE, ARC, CIRCLE, ELLIPSE, LWPOLYLINE and POLYLINE with bulges, SPLINE, and INSERT
 * with nested scale, rotation and arrays. What lies on layers that are off or frozen, is invisible, or stands on a sheet of paper, is kept apart
 * (`leftOut`). Names count without regard to case. Y is turned down. Without `$INSUNITS` the unit answered is taken, else millimetres. Throws
 * `FormatError` on what can't be read; bounded in inserts, points and depth.
 */
export function readDxf(text: string, answers: ReadAnswers = {}): Drawing {
  if (text.startsWith('AutoCAD Binary DXF'))
    throw new FormatError('This is a binary DXF. Save it as ASCII (text) DXF in the drawing program.');
  const file = new DxfFile(text);
  const mm = INSUNITS[file.insunits];
  const unit = { mm: mm ?? MM_PER_FILE_UNIT[answers.unit ?? 'mm'], stated: mm !== undefined };
  const walk = new DxfWalk(file);
  if (!file.isWhole) walk.remarks.say('the file is cut short; what stands in it up to there is read');
  const top = { matrix: scaling(unit.mm, -unit.mm), within: [], layer: null, unseen: null };
  for (const entity of file.entities()) walk.visit(entity, top);
  const drawn = walk.pen.drawn(answers.taken);
  if (drawn.strokes.length + drawn.leftOut.length === 0)
    throw new FormatError(
      'There is no line in this drawing that could be stitched. Draw it with lines, arcs, polylines or splines and save it again.',
    );
  return { ...drawn, remarks: walk.remarks.list(), unit, table: null };
}

/** What a file says before its entities: units, layers and blocks. They themselves are gone through last, wherever they stand. */
class DxfFile {
  insunits = 0;
  readonly layers = new Map<string, DxfEntity>();
  readonly blocks = new Map<string, Block>();
  /** It ends as a file should. */
  readonly isWhole: boolean;
  private readonly sections: number[] = [];

  constructor(private readonly text: string) {
    const tags = new DxfTags(text);
    let found = false;
    for (let name = nextSection(tags); name !== null; name = nextSection(tags)) {
      found = true;
      if (name === 'HEADER') this.header(tags);
      else if (name === 'TABLES') this.tables(tags);
      else if (name === 'BLOCKS') this.readBlocks(tags);
      else if (name === 'ENTITIES') this.sections.push(tags.place);
    }
    this.isWhole = tags.code === 0 && /^(ENDSEC|EOF)$/.test(tags.value);
    if (!found) throw new FormatError('This is not a DXF drawing: it has no sections. Save it again as ASCII DXF.');
  }

  *entities(): Generator<DxfEntity> {
    for (const place of this.sections) yield* dxfEntities(new DxfTags(this.text, place));
  }

  private header(tags: DxfTags): void {
    let variable = '';
    while (tags.next() && tags.code !== 0) {
      if (tags.code === 9) variable = tags.value.toUpperCase();
      else if (variable === '$INSUNITS' && tags.code === 70) this.insunits = Number(tags.value);
    }
  }

  private tables(tags: DxfTags): void {
    for (const entry of dxfEntities(tags)) {
      if (entry.type === 'LAYER') this.layers.set(nameKey(entry.text(2)), entry);
      if (this.layers.size > MOST_LAYERS) refuseTooMany(MOST_LAYERS, 'layers');
    }
  }

  private readBlocks(tags: DxfTags): void {
    let block: Block | null = null;
    let count = 0;
    for (const entity of dxfEntities(tags)) {
      if (++count > MOST_IN_BLOCKS) refuseTooMany(MOST_IN_BLOCKS, 'entities in its blocks');
      if (entity.type === 'BLOCK') {
        block = { head: entity, entities: [] };
        this.blocks.set(nameKey(entity.text(2)), block);
      } else if (entity.type === 'ENDBLK') block = null;
      else block?.entities.push(entity);
    }
  }
}

/** The name of the next section, which it then stands on; null when there is none. */
function nextSection(tags: DxfTags): string | null {
  while (tags.next())
    if (tags.code === 0 && tags.value === 'SECTION') return tags.next() ? tags.value.toUpperCase() : null;
  return null;
}

const nameKey = (name: string | undefined): string => (name ?? '').trim().toUpperCase();

/** Where entities stand: their map to millimetres, the blocks about them, and what the insert of these says of them. */
interface Place {
  readonly matrix: Affine;
  readonly within: readonly Block[];
  /** The layer that a block's own layer 0 means. */
  readonly layer: string | null;
  readonly unseen: Unseen | null;
}

class DxfWalk {
  readonly pen = new Pen();
  readonly remarks = new Remarks();
  private inserts = 0;
  private visits = 0;

  constructor(private readonly file: DxfFile) {}

  visit(entity: DxfEntity, place: Place): void {
    if (++this.visits > MOST_VISITS) refuseTooMany(MOST_VISITS, 'entities, with those that its blocks repeat');
    const layer = this.layerOf(entity, place);
    const unseen = place.unseen ?? this.unseenOf(entity, layer, place);
    const { type } = entity;
    if (type === 'INSERT') {
      this.insert(entity, { ...place, layer, unseen });
      return;
    }
    this.pen.group = groupOf(entity, layer);
    this.pen.unseen = unseen;
    const problem = drawDxfEntity(this.pen, entity, place.matrix);
    if (problem === undefined) {
      if (!unseen && !SILENT.has(type))
        this.remarks.say(LEFT_OUT[type] ?? `${type} is left out; Gorse reads lines, arcs, polylines and splines`);
    } else if (problem !== null) this.remarks.say(problem);
  }

  private layerOf(entity: DxfEntity, { layer, within }: Place): string {
    const own = entity.text(8) ?? '0';
    return own === '0' && within.length > 0 && layer !== null ? layer : own;
  }

  private unseenOf(entity: DxfEntity, layer: string, { within }: Place): Unseen | null {
    const name = layer === '0' ? null : displayed(layer);
    if (within.length === 0 && entity.number(67, 0) === 1) return { why: 'paper', name };
    const said = this.file.layers.get(nameKey(layer));
    if (said?.has(70, 1)) return { why: 'frozen', name };
    // An insert on a layer that is off still shows what its block has on other layers.
    if (said && said.number(62, 7) < 0 && entity.type !== 'INSERT') return { why: 'off', name };
    return entity.number(60, 0) === 1 ? { why: 'hidden', name } : null;
  }

  private insert(insert: DxfEntity, place: Place): void {
    const name = insert.text(2) ?? '';
    const block = this.file.blocks.get(nameKey(name));
    if (!block) {
      if (!place.unseen) this.remarks.say(`it inserts the block "${displayed(name)}", which isn't in this file`);
      return;
    }
    if (block.head.has(70, 4))
      this.remarks.say(`the block "${displayed(name)}" stands in another file and is left out`);
    if (insert.parts.length > 0 && !place.unseen) this.remarks.say(TEXT);
    const { within } = place;
    if (within.includes(block) || within.length >= DEEPEST_INSERT) {
      throw new FormatError(
        `The block "${displayed(name)}" contains itself. Explode the blocks in the drawing program and save it again.`,
      );
    }
    const columns = Math.max(1, insert.number(70, 1));
    const rows = Math.max(1, insert.number(71, 1));
    const based = translation(-block.head.number(10, 0), -block.head.number(20, 0));
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column < columns; column++) {
        if (++this.inserts > MOST_INSERTS) {
          throw new FormatError(
            `The drawing inserts its blocks more than ${formatCount(MOST_INSERTS)} times. Explode what is needed and save it again.`,
          );
        }
        // The array is turned with the insert, but not scaled with it (DXF reference, INSERT).
        const matrix = compose(
          based,
          scaling(insert.number(41, 1), insert.number(42, 1)),
          translation(column * insert.number(44, 0), row * insert.number(45, 0)),
          rotation(toRadians(insert.number(50, 0))),
          translation(insert.number(10, 0), insert.number(20, 0)),
          ownPlane(insert) ?? IDENTITY,
          place.matrix,
        );
        for (const entity of block.entities) this.visit(entity, { ...place, matrix, within: [...within, block] });
      }
    }
  }
}

/** Its layer, but for the one that everything is on; else its colour (by number). */
function groupOf(entity: DxfEntity, layer: string): string | null {
  if (layer !== '' && layer !== '0') return displayed(layer);
  const colour = entity.text(62);
  return colour === undefined ? null : `colour ${Number(colour)}`;
}

/** Letters beyond the file's code page stand as `\U+` and four digits. */
const displayed = (name: string): string =>
  name
    .replace(/\\U\+([0-9A-F]{4})/gi, (_, hex: string) => String.fromCharCode(parseInt(hex, 16)))
    .slice(0, LONGEST_GROUP);
