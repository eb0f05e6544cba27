import {
  type Arrange,
  type Background,
  BACKGROUND_KINDS,
  type BackgroundKind,
  type BackgroundOutline,
  type DesignSpot,
  type FitRule,
  LEAST_SPACING,
  MOST_ACROSS,
  MOST_OUTLINES,
  MOST_PARTS,
  MOST_PASSES,
  MOST_SEED,
  MOST_SPACING,
  MOST_STEP,
  MOST_STEPS,
  type Orient,
  type OutlineRule,
  type OwnStages,
  type PatchSpot,
  type Pin,
  type PlacementRecord,
  type RecipeRecord,
  type RecipeStages,
  type Second,
  SECONDS,
  type Shift,
  type StitchRule,
  type TieOff,
  type Trim,
  type Up,
  UPS,
} from '@gorse/core';
import { type ClassConstructor } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  Max,
  Min,
  ValidateIf,
} from 'class-validator';
import { IsAbove, IsFiniteNumber, Maybe, Nested, NestedKind, NestedOrNull, Several } from '../fields.ts';
import { Id, IdOrNull } from './ids.ts';
import { RejoinBody } from './masks.ts';

class TrimBody implements Trim {
  @IsFiniteNumber(0, 1) from!: number;
  @IsAbove('from') @IsFiniteNumber(0, 1) to!: number;
}

class ArrangeBody implements Arrange {
  @Several(MOST_ACROSS) across!: number;
  @Several(MOST_ACROSS) down!: number;
  @IsFiniteNumber(-1000, 1000) gapAcross!: number;
  @IsFiniteNumber(-1000, 1000) gapDown!: number;
  @IsIn(SECONDS) second!: Second;
  @IsBoolean() joined!: boolean;
}

class OrientBody implements Orient {
  @IsFiniteNumber(-100, 100) angle!: number;
  @IsBoolean() mirror!: boolean;
  @IsIn(UPS) up!: Up;
}

/** Numbers that are neither infinite nor NaN, within bounds, as many as said at the most. */
const Lengths =
  (fewest: number, most: number): PropertyDecorator =>
  (target, property) => {
    const each = { each: true };
    for (const decorate of [
      IsArray(),
      ArrayMinSize(fewest),
      ArrayMaxSize(most),
      IsNumber({ allowInfinity: false, allowNaN: false }, each),
      Min(-200, each),
      Max(1000, each),
    ])
      decorate(target, property);
  };

/** What the fits have that keep margins. */
class MarginsBody {
  @Lengths(1, 64) margins!: readonly number[];
}
class ContainBody extends MarginsBody {
  @Equals('contain') kind!: 'contain';
  @IsIn(['held', 'free']) turn!: 'held' | 'free';
}
class FillBody extends MarginsBody {
  @Equals('fill') kind!: 'fill';
}
class ThreePointBody extends MarginsBody {
  @Equals('threePoint') kind!: 'threePoint';
  @IsIn([0, 1, 2]) apex!: 0 | 1 | 2;
}
class CornersBody extends MarginsBody {
  @Equals('corners') kind!: 'corners';
  @IsIn(['even', 'straight']) bend!: 'even' | 'straight';
}
class EdgesBody extends MarginsBody {
  @Equals('edges') kind!: 'edges';
}
class AlongBody extends MarginsBody {
  @Equals('along') kind!: 'along';
}

class BoxSpotBody {
  @Equals('box') kind!: 'box';
  @IsFiniteNumber(0, 1) u!: number;
  @IsFiniteNumber(0, 1) v!: number;
}
class LineSpotBody {
  @Equals('line') kind!: 'line';
  @IsFiniteNumber(0, 1) along!: number;
}
class PatchSpotBody implements PatchSpot {
  @ValidateIf((_, value) => value !== null)
  @IsInt()
  @Min(0)
  @Max(999)
  corner!: number | null;
  @IsFiniteNumber(-6000, 6000) x!: number;
  @IsFiniteNumber(-6000, 6000) y!: number;
}
class PinBody implements Pin {
  @NestedKind({ box: BoxSpotBody, line: LineSpotBody }) spot!: DesignSpot;
  @Nested(() => PatchSpotBody) onto!: PatchSpotBody;
}
class PlaceBody {
  @Equals('place') kind!: 'place';
  @IsFiniteNumber(0.01, 100) scale!: number;
  @Nested(() => PinBody) pin!: PinBody;
  @NestedOrNull(() => PinBody) second!: PinBody | null;
}

const FITS: { readonly [K in FitRule['kind']]: ClassConstructor<Extract<FitRule, { kind: K }>> } = {
  place: PlaceBody,
  contain: ContainBody,
  fill: FillBody,
  threePoint: ThreePointBody,
  corners: CornersBody,
  edges: EdgesBody,
  along: AlongBody,
};

class ShiftBody implements Shift {
  @IsFiniteNumber(-6000, 6000) x!: number;
  @IsFiniteNumber(-6000, 6000) y!: number;
  @IsFiniteNumber(-7, 7) angle!: number;
}

class BackgroundOutlineBody implements BackgroundOutline {
  @IsArray()
  @ArrayMaxSize(MOST_STEPS)
  @IsFiniteNumber(0, MOST_STEP, { each: true })
  steps!: readonly number[];
  @ValidateIf((_, value) => value !== null) @IsFiniteNumber(4, 18) spi!: number | null;
}

class BackgroundBody implements Background {
  @IsIn(BACKGROUND_KINDS) kind!: BackgroundKind;
  @IsFiniteNumber(LEAST_SPACING, MOST_SPACING) spacing!: number;
  @IsFiniteNumber(-200, 1000) margin!: number;
  @IsFiniteNumber(-360, 360) angle!: number;
  @IsInt() @Min(0) @Max(MOST_SEED) seed!: number;
  @IsIn(['keptOut', 'all']) round!: Background['round'];
  @ValidateIf((_, value) => value !== null) @IsInt() @Min(1) @Max(MOST_PASSES) passes!: number | null;
  @Nested(() => BackgroundOutlineBody) outline!: BackgroundOutlineBody;
}

class OutlineBody implements OutlineRule {
  @Lengths(0, MOST_OUTLINES) lines!: readonly number[];
  @IsIn(['before', 'after']) when!: 'before' | 'after';
}

export class StitchBody implements StitchRule {
  @IsFiniteNumber(4, 18) stitchesPerInch!: number;
  @IsIn(['inPlace', 'short', 'none']) tieOff!: TieOff;
}

export class StagesBody implements RecipeStages {
  @IdOrNull() designId!: string | null;
  @Nested(() => BackgroundBody) background!: BackgroundBody;
  @Nested(() => TrimBody) trim!: TrimBody;
  @Nested(() => ArrangeBody) arrange!: ArrangeBody;
  @Nested(() => OrientBody) orient!: OrientBody;
  @NestedKind(FITS) fit!: FitRule;
  @Nested(() => ShiftBody) shift!: ShiftBody;
  @Nested(() => OutlineBody) outline!: OutlineBody;
  @Nested(() => RejoinBody) mask!: RejoinBody;
  @Nested(() => StitchBody) stitch!: StitchBody;
}

export class RecipeBody extends StagesBody implements RecipeRecord {
  @Id() id!: string;
}

/** In what one patch differs from its recipe: each stage, or none. */
class OwnBody implements OwnStages {
  @Maybe() @Nested(() => BackgroundBody) background?: BackgroundBody;
  @Maybe() @Nested(() => TrimBody) trim?: TrimBody;
  @Maybe() @Nested(() => ArrangeBody) arrange?: ArrangeBody;
  @Maybe() @Nested(() => OrientBody) orient?: OrientBody;
  @Maybe() @NestedKind(FITS) fit?: FitRule;
  @Maybe() @Nested(() => ShiftBody) shift?: ShiftBody;
  @Maybe() @Nested(() => OutlineBody) outline?: OutlineBody;
  @Maybe() @Nested(() => RejoinBody) mask?: RejoinBody;
  @Maybe() @Nested(() => StitchBody) stitch?: StitchBody;
}

export class PlacementBody implements PlacementRecord {
  @Id() id!: string;
  @Id() regionId!: string;
  @Id() recipeId!: string;
  @IsInt() @Min(1) @Max(MOST_PARTS) parts!: number;
  @Nested(() => OwnBody) own!: OwnBody;
}
