import {
  type Alternate,
  type Batting,
  type Border,
  type ClothPoint,
  type Control,
  type FitRule,
  type FrameProfile,
  type Fibre,
  FIBRES,
  type FramePoint,
  type GridSetting,
  type JoinRule,
  LAST_ROWS,
  type LandmarkRecord,
  type LastRow,
  type LineUpRules,
  type Loading,
  LOADINGS,
  type Machine,
  MOST_PARTS,
  type MotionProfile,
  type Orient,
  type Origin,
  ORIGINS,
  type PassRules,
  type PlacementRecord,
  type QuiltMap,
  type QuiltRecord,
  type RecipeRecord,
  REGION_KINDS,
  type RegionKind,
  type RegionRecord,
  ROW_NUMBERS,
  ROW_SCHOOLS,
  type RowArea,
  type RowException,
  type RowLook,
  type RowNumber,
  type RowNumbers,
  type RowSchool,
  type RowSet,
  type RowSetRecord,
  type Setting,
  type Size,
  type RowWish,
  type StitchRule,
  type TieOff,
  TOUCH_NOISE,
  type TouchMethod,
  type TouchRecord,
} from '@gorse/core';
import { type ClassConstructor, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { IsFiniteNumber, Nested, NestedKind, NestedOrNull } from './fields.ts';

/** Farther than any quilt or frame, in mm. */
const FAR = 20_000;

const Id = (): PropertyDecorator =>
  Matches(/^[\w-]{1,64}$/, { message: '$property must be 1 to 64 letters, digits, - or _' });
const IdOrNull = (): PropertyDecorator => (target, property) => {
  ValidateIf((_, value) => value !== null)(target, property);
  Id()(target, property);
};
/** An id made of several by the core's codec. */
export const PieceId = (): PropertyDecorator =>
  Matches(/^[A-Za-z]+\.[\w-]{1,64}\.\d{1,4}$/, { message: '$property must be the id of a piece' });
const LandmarkIdOrNull = (): PropertyDecorator => (target, property) => {
  ValidateIf((_, value) => value !== null)(target, property);
  Matches(/^[A-Za-z]+(\.[\w-]{1,64}){1,3}$/, { message: '$property must be the id of a landmark' })(target, property);
};
const NameText = (): PropertyDecorator => Length(1, 120, { message: '$property must have 1 to 120 characters' });

export class PointBody {
  @IsFiniteNumber(-FAR, FAR) x!: number;
  @IsFiniteNumber(-FAR, FAR) y!: number;
}

class GridSettingBody implements GridSetting {
  @Equals('grid') kind!: 'grid';
  @IsInt() @Min(1) @Max(60) across!: number;
  @IsInt() @Min(1) @Max(60) down!: number;
  @IsFiniteNumber(20, 3000) blockWidth!: number;
  @IsFiniteNumber(20, 3000) blockHeight!: number;
  @IsFiniteNumber(0, 600) sashing!: number;
}

const SETTINGS: Readonly<Record<Setting['kind'], ClassConstructor<Setting>>> = { grid: GridSettingBody };

class BorderBody implements Border {
  @IsFiniteNumber(0, 1000) width!: number;
}

/** A setting with borders round it. */
export class MapParts {
  @NestedKind(SETTINGS) setting!: Setting;
  @Type(() => BorderBody)
  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  borders!: BorderBody[];
}

class SizeBody implements Size {
  @IsFiniteNumber(0, FAR) width!: number;
  @IsFiniteNumber(0, FAR) length!: number;
}

class QuiltMapBody extends MapParts implements QuiltMap {
  @Nested(() => SizeBody) size!: SizeBody;
}

class BattingBody implements Batting {
  @IsIn(FIBRES) fibre!: Fibre;
  @IsFiniteNumber(10, 600) widestGap!: number;
  @IsFiniteNumber(0, 0.1) drawIn!: number;
}

class FrameProfileBody implements FrameProfile {
  @IsString() @NameText() name!: string;
  @IsFiniteNumber(500, 10_000) width!: number;
  @IsFiniteNumber(150, 3000) throat!: number;
  @IsFiniteNumber(0, 500) foot!: number;
  @IsFiniteNumber(0, 500) clamps!: number;
  @IsFiniteNumber(5, 200) poleRadius!: number;
  @IsFiniteNumber(0, 100) leader!: number;
  @IsFiniteNumber(0.2, 30) thickness!: number;
  @IsFiniteNumber(0, 2000) side!: number;
  @IsFiniteNumber(0, 200) room!: number;
}

class MotionBody implements MotionProfile {
  @IsFiniteNumber(60, 5000) stitchesPerMinute!: number;
  @IsFiniteNumber(5, 2000) topSpeed!: number;
  @IsFiniteNumber(10, 20_000) acceleration!: number;
  @IsFiniteNumber(0.5, 500) cornerSpeed!: number;
}

export class MachineBody implements Machine {
  @Nested(() => FrameProfileBody) frame!: FrameProfileBody;
  @Nested(() => MotionBody) motion!: MotionBody;
  @IsFiniteNumber(5000, 1_000_000) bobbin!: number;
}

class LineUpRulesBody implements LineUpRules {
  @IsFiniteNumber(0.1, 50) joins!: number;
  @IsFiniteNumber(0.1, 50) elsewhere!: number;
  @IsFiniteNumber(0, 2000) ease!: number;
}

const MOST_PASSES = 200;

class PinnedStartBody {
  @IsInt() @Min(0) @Max(MOST_PASSES) pass!: number;
  @IsFiniteNumber(-1000, 6000) from!: number;
}

class PinnedPieceBody {
  @PieceId() id!: string;
  @IsInt() @Min(0) @Max(MOST_PASSES) pass!: number;
}

class PassRulesBody implements PassRules {
  @Type(() => PinnedStartBody)
  @IsArray()
  @ArrayMaxSize(MOST_PASSES)
  @ValidateNested({ each: true })
  starts!: PinnedStartBody[];
  @Type(() => PinnedPieceBody)
  @IsArray()
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  pieces!: PinnedPieceBody[];
}

export class QuiltBody implements QuiltRecord {
  @Equals('quilt') id!: string;
  @IsString() @NameText() name!: string;
  @Nested(() => QuiltMapBody) map!: QuiltMapBody;
  @IsIn(LOADINGS) loading!: Loading;
  @Nested(() => BattingBody) batting!: BattingBody;
  @Nested(() => MachineBody) machine!: MachineBody;
  @Nested(() => LineUpRulesBody) lineUpRules!: LineUpRulesBody;
  @Nested(() => PassRulesBody) passes!: PassRulesBody;
}

class ControlBody implements Control {
  @Id() id!: string;
  @Nested(() => PointBody) at!: ClothPoint;
  @IsBoolean() corner!: boolean;
}

export class RegionBody implements RegionRecord {
  @Id() id!: string;
  @IsIn(REGION_KINDS) kind!: RegionKind;
  @IsString() @NameText() name!: string;
  @IsIn(ORIGINS) origin!: Origin;
  @Id() family!: string;
  @IsInt() @Min(0) @Max(99) print!: number;
  @Type(() => ControlBody)
  @IsArray()
  @ArrayMinSize(3)
  @ArrayMaxSize(1000)
  @ValidateNested({ each: true })
  shape!: ControlBody[];
}

class OrientBody implements Orient {
  @IsFiniteNumber(-100, 100) angle!: number;
  @IsBoolean() mirror!: boolean;
}

/** What the fits have that keep a margin. */
class MarginBody {
  @IsFiniteNumber(-200, 1000) margin!: number;
}
class ContainBody extends MarginBody {
  @Equals('contain') kind!: 'contain';
}
class FillBody extends MarginBody {
  @Equals('fill') kind!: 'fill';
}
class CornersBody extends MarginBody {
  @Equals('corners') kind!: 'corners';
}

const FITS: { readonly [K in FitRule['kind']]: ClassConstructor<Extract<FitRule, { kind: K }>> } = {
  contain: ContainBody,
  fill: FillBody,
  corners: CornersBody,
};

class StitchBody implements StitchRule {
  @IsFiniteNumber(4, 18) stitchesPerInch!: number;
  @IsIn(['inPlace', 'short', 'none']) tieOff!: TieOff;
}

export class RecipeBody implements RecipeRecord {
  @Id() id!: string;
  @Id() designId!: string;
  @Nested(() => OrientBody) orient!: OrientBody;
  @NestedKind(FITS) fit!: FitRule;
  @Nested(() => StitchBody) stitch!: StitchBody;
}

export class PlacementBody implements PlacementRecord {
  @Id() id!: string;
  @Id() regionId!: string;
  @Id() recipeId!: string;
  @IsInt() @Min(1) @Max(MOST_PARTS) parts!: number;
}

const LOOKS: readonly RowLook[] = ['same', 'mirrored', 'turned'];

class AlternateBody implements Alternate {
  @IsIn(LOOKS) look!: RowLook;
  /** As a part of a repeat. */
  @IsFiniteNumber(0, 1) shift!: number;
}

class JoinRuleBody implements JoinRule {
  @IsIn(['spread', 'bridge']) kind!: 'spread' | 'bridge';
  @IsFiniteNumber(-500, 1000) gap!: number;
}

class RowAreaBody implements RowArea {
  @IsBoolean() insideBorder!: boolean;
  @IdOrNull() fromRegionId!: string | null;
  @IsArray() @ArrayMaxSize(1000) @Matches(/^[\w-]{1,64}$/, { each: true }) leaveOut!: string[];
}

class RowNumbersBody implements RowNumbers {
  @IsInt() @Min(0) @Max(500) rows!: number;
  @IsFiniteNumber(0.05, 20) scale!: number;
  @IsFiniteNumber(0, 1000) clearance!: number;
  @IsFiniteNumber(-1000, 3000) margin!: number;
}

class RowWishBody implements RowWish {
  @IsIn(ROW_SCHOOLS) matters!: RowSchool;
  @IsFiniteNumber(0, 1000) clearance!: number;
  @IsFiniteNumber(-1000, 3000) margin!: number;
}

class SewingBody implements Readonly<RowSet['sewing']> {
  @IsBoolean() backAndForth!: boolean;
  @IsBoolean() joined!: boolean;
}

class RowExceptionBody implements RowException {
  @IsInt() @Min(0) @Max(500) row!: number;
  @IsFiniteNumber(-6000, 6000) down!: number;
  @IsFiniteNumber(-6000, 6000) along!: number;
  @IsFiniteNumber(0.2, 5) scale!: number;
  @IsBoolean() dropped!: boolean;
}

export class RowSetBody implements RowSetRecord {
  @Id() id!: string;
  @Id() designId!: string;
  @Nested(() => JoinRuleBody) join!: JoinRuleBody;
  @IsIn(LOOKS) look!: RowLook;
  @Nested(() => AlternateBody) alternate!: AlternateBody;
  @Nested(() => RowAreaBody) area!: RowAreaBody;
  @Nested(() => RowNumbersBody) numbers!: RowNumbersBody;
  @Nested(() => RowWishBody) wish!: RowWishBody;
  @IsArray() @ArrayMaxSize(4) @IsIn(ROW_NUMBERS, { each: true }) pins!: RowNumber[];
  @IsIn(LAST_ROWS) last!: LastRow;
  @IsFiniteNumber(-6000, 6000) along!: number;
  @IsFiniteNumber(0, 300) overhang!: number;
  @Nested(() => SewingBody) sewing!: SewingBody;
  @Type(() => RowExceptionBody)
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  exceptions!: RowExceptionBody[];
  @Nested(() => StitchBody) stitch!: StitchBody;
}

class SinceBody {
  @IsInt() @Min(0) @Max(10_000) advance!: number;
  @Nested(() => PointBody) frame!: FramePoint;
}

export class LandmarkBody implements LandmarkRecord {
  @Id() id!: string;
  @IsString() @NameText() name!: string;
  @Nested(() => PointBody) cloth!: ClothPoint;
  @NestedOrNull(() => SinceBody) since!: SinceBody | null;
}

/** A touch before it is made: where it was and when is for the frame and the clock to say. */
export type TouchToMake = Omit<TouchRecord, 'frame' | 'at'>;

export class TouchToMakeBody implements TouchToMake {
  @Id() id!: string;
  @LandmarkIdOrNull() on!: string | null;
  @IsString() @NameText() name!: string;
  @Nested(() => PointBody) cloth!: ClothPoint;
  @NestedOrNull(() => SinceBody) since!: SinceBody | null;
  @IsInt() @Min(0) @Max(10_000) advance!: number;
  @IsIn(Object.keys(TOUCH_NOISE)) method!: TouchMethod;
}

export class TouchBody extends TouchToMakeBody implements TouchRecord {
  @Nested(() => PointBody) frame!: FramePoint;
  @IsInt() @Min(0) at!: number;
}
