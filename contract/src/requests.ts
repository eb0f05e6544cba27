import {
  type AdvanceKind,
  DESIGN_KINDS,
  type DesignKind,
  FILE_UNITS,
  type FileUnit,
  LENGTH_STYLES,
  type LengthStyle,
  type Paper,
  PAPERS,
  SHEET_PAPERS,
  type Shape,
  type SheetPaper,
} from '@gorse/core';
import { Transform, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsFiniteNumber, Nested, Maybe } from './fields.ts';
import { NameText, PieceId } from './records/ids.ts';
import { IsShape, MapParts, RegionBody } from './records/map.ts';
import { MachineBody } from './records/quilt.ts';
import { StagesBody } from './records/recipes.ts';

/** How near to each other lines of a drawing are one, mm. */
export const SNAPS = { least: 0.1, most: 20 } as const;

/** A patch that was drawn. */
class DrawnPatchBody extends RegionBody {
  @Equals('hand') declare origin: 'hand';
}

/** A quilt's name, and what its top is made of, with the patches that were drawn. */
export class NewQuiltRequest extends MapParts {
  @IsString() @Length(1, 120, { message: 'name must have 1 to 120 characters' }) name!: string;
  @Maybe()
  @Type(() => DrawnPatchBody)
  @IsArray()
  @ArrayMaxSize(20_000)
  @ValidateNested({ each: true })
  patches?: DrawnPatchBody[];
}

/** A device that is to be paired: the code that the host shows, and by what name it is known. */
export class PairRequest {
  @Matches(/^\d{6}$/, { message: 'code must be the six digits that the host shows' }) code!: string;
  @IsString() @Matches(/\S/, { message: 'name must not be empty' }) @MaxLength(40) name!: string;
}

export class ShelfQuery {
  /** Where the page before ended. */
  @Maybe() @Matches(/^\d{1,16}\.[\w-]{1,64}$/, { message: 'after must be what the page before gave' }) after?: string;
  /** Only quilts whose names hold this. */
  @Maybe() @IsString() @MaxLength(120, { message: 'find must have up to 120 characters' }) find?: string;
}

export class NewRunRequest {
  @PieceId() pieceId!: string;
  /** Of the plan as the screen shows it: nothing else is stitched. */
  @IsInt() @Min(0) revision!: number;
}

const ADVANCE_KINDS: readonly AdvanceKind[] = ['unclamped', 'rolled', 'loaded', 'turned', 'clamped'];

export class AdvanceRequest {
  @IsIn(ADVANCE_KINDS, { message: `kind must be one of ${ADVANCE_KINDS.join(', ')}` }) kind!: AdvanceKind;
  /** The pass that the quilt is rolled to, from 0, and how much of it is rolled up before that, mm. */
  @IsInt() @Min(0) @Max(200) pass!: number;
  @IsFiniteNumber(-1000, 6000) rolled!: number;
}

/** A frame of one's own. */
export class FrameRequest {
  @Nested(() => MachineBody) machine!: MachineBody;
}

/** A recipe that is kept for other quilts, with the patch that it is pictured in. */
export class KeptRecipeRequest {
  @IsString() @NameText() name!: string;
  @Nested(() => StagesBody) stages!: StagesBody;
  @IsShape() shape!: Shape;
}

export class ResumeRequest {
  /** How far back along the line to go on from, in mm. */
  @IsFiniteNumber(0, 2000) back!: number;
}

/** An index in an address, which arrives as text. */
const IsIndex = (): PropertyDecorator => (target, property) => {
  Maybe()(target, property);
  Type(() => Number)(target, property);
  IsInt()(target, property);
  Min(0)(target, property);
  Max(999)(target, property);
};

export class NewDesignQuery {
  /** The file's name, ending included. */
  @IsString() @Length(1, 200, { message: 'file must have 1 to 200 characters' }) file!: string;
  /** For a file that doesn't say its unit. */
  @Maybe() @IsIn(FILE_UNITS, { message: `unit must be one of ${FILE_UNITS.join(', ')}` }) unit?: FileUnit;
  /** Columns of a table, 0-based. */
  @IsIndex() x?: number;
  @IsIndex() y?: number;
  /** What was taken for travel is what is stitched, and the other way round; said once it was looked at. */
  @Maybe()
  @Transform(({ value }: { readonly value: unknown }): unknown =>
    value === 'true' ? true : value === 'false' ? false : value,
  )
  @IsBoolean()
  exchanged?: boolean;
  /** What isn't seen in the drawing and is taken in all the same, as a JSON list of keys; said once it was looked at. */
  @Maybe()
  @Transform(({ value }: { readonly value: unknown }): unknown => parsedList(value))
  @IsArray({ message: 'taken must be a JSON list of texts' })
  @ArrayMaxSize(60)
  @IsString({ each: true })
  @Length(1, 100, { each: true, message: 'each of taken must have 1 to 100 characters' })
  taken?: string[];
}

function parsedList(value: unknown): unknown {
  try {
    return typeof value === 'string' ? (JSON.parse(value) as unknown) : value;
  } catch {
    return value;
  }
}

/** A drawing that is read in as patches. */
export class MapDrawingQuery extends NewDesignQuery {
  /** Lines so near to each other are one seam, mm. */
  @Type(() => Number) @IsFiniteNumber(SNAPS.least, SNAPS.most) snap!: number;
}

/** Largest photo that is kept with a quilt, bytes; larger ones are made smaller before they are sent. */
export const LARGEST_PHOTO = 6 * 1024 * 1024;

/** Largest design file that is taken, bytes. */
export const LARGEST_FILE = 20 * 1024 * 1024;

export class DesignLabelsRequest {
  @Maybe() @IsString() @Length(1, 120, { message: 'name must have 1 to 120 characters' }) name?: string;
  @Maybe() @IsIn(DESIGN_KINDS, { message: `kind must be one of ${DESIGN_KINDS.join(', ')}` }) kind?: DesignKind;
  @Maybe()
  @IsArray()
  @ArrayMaxSize(20)
  @IsString({ each: true })
  @Length(1, 40, { each: true, message: 'each tag must have 1 to 40 characters' })
  tags?: string[];
}

export const DESIGN_FORMATS = ['svg', 'dxf', 'gcode', 'hpgl', 'csv', 'json', 'pdf'] as const;
export type DesignFormat = (typeof DESIGN_FORMATS)[number];

export class DesignExportQuery {
  @IsIn(DESIGN_FORMATS, { message: `format must be one of ${DESIGN_FORMATS.join(', ')}` }) format!: DesignFormat;
  /** For PDF: one large page, or tiles of a paper. */
  @Maybe() @IsIn(PAPERS, { message: `paper must be one of ${PAPERS.join(', ')}` }) paper?: Paper;
}

export const EXPORT_FORMATS = ['svg', 'dxf', 'gcode'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

export class ExportQuery {
  @IsIn(EXPORT_FORMATS, { message: `format must be one of ${EXPORT_FORMATS.join(', ')}` }) format!: ExportFormat;
  /** One piece only, or all of one record; the whole quilt when left out. */
  @Maybe()
  @Matches(/^[A-Za-z]+\.[\w-]{1,64}(\.\d{1,4})?$/, { message: 'of must be the id of a piece' })
  of?: string;
}

/** Widths of cloth that can be bought, mm. */
export const CLOTH_WIDTHS = { least: 300, most: 3500 } as const;

/** What is printed says its lengths in these units, on this paper, or else the one usual with the units. */
export class SheetQuery {
  @Maybe()
  @IsIn(SHEET_PAPERS, { message: `paper must be one of ${SHEET_PAPERS.join(', ')}` })
  paper?: SheetPaper;

  @Maybe()
  @IsIn(LENGTH_STYLES, { message: `units must be one of ${LENGTH_STYLES.join(', ')}` })
  units?: LengthStyle;
}

/** The same, of cloth so many mm wide. */
export class ShoppingQuery extends SheetQuery {
  @Type(() => Number) @IsFiniteNumber(CLOTH_WIDTHS.least, CLOTH_WIDTHS.most) cloth!: number;
}
