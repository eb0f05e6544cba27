import {
  type BlockGrid,
  type ClothPoint,
  type FitKind,
  type FitRule,
  type FramePoint,
  type Orient,
  type PlacementRecord,
  type QuiltRecord,
  type RecipeRecord,
  type RegionKind,
  type RegionRecord,
  type TieOff,
  type TouchRecord,
} from '@gorse/core';
import { Type } from 'class-transformer';
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
  ValidateNested,
} from 'class-validator';
import { IsFiniteNumber, Nested } from './fields.ts';

/** Farther than any quilt or frame, in mm. */
const FAR = 20_000;

const Id = (): PropertyDecorator =>
  Matches(/^[\w-]{1,64}$/, { message: '$property must be 1 to 64 letters, digits, - or _' });
const NameText = (): PropertyDecorator => Length(1, 120, { message: '$property must have 1 to 120 characters' });

export class PointBody {
  @IsFiniteNumber(-FAR, FAR) x!: number;
  @IsFiniteNumber(-FAR, FAR) y!: number;
}

export class BlockGridBody implements BlockGrid {
  @IsInt() @Min(1) @Max(60) across!: number;
  @IsInt() @Min(1) @Max(60) down!: number;
  @IsFiniteNumber(20, 3000) blockWidth!: number;
  @IsFiniteNumber(20, 3000) blockHeight!: number;
  @IsFiniteNumber(0, 600) sashing!: number;
  @IsFiniteNumber(0, 1000) border!: number;
}

export class QuiltBody implements QuiltRecord {
  @Equals('quilt') id!: string;
  @IsString() @NameText() name!: string;
  @Nested(() => BlockGridBody) grid!: BlockGridBody;
}

export class RegionBody implements RegionRecord {
  @Id() id!: string;
  @IsIn(['block', 'sashing', 'cornerstone', 'border']) kind!: RegionKind;
  @IsString() @NameText() name!: string;
  @Type(() => PointBody)
  @IsArray()
  @ArrayMinSize(4)
  @ArrayMaxSize(4)
  @ValidateNested({ each: true })
  ring!: [ClothPoint, ClothPoint, ClothPoint, ClothPoint];
}

class OrientBody implements Orient {
  @IsFiniteNumber(-100, 100) angle!: number;
  @IsBoolean() mirror!: boolean;
}

class FitRuleBody implements FitRule {
  @IsIn(['contain', 'fill', 'corners']) kind!: FitKind;
  @IsFiniteNumber(-200, 1000) margin!: number;
}

class StitchBody {
  @IsFiniteNumber(4, 18) stitchesPerInch!: number;
  @IsIn(['inPlace', 'short', 'none']) tieOff!: TieOff;
}

export class RecipeBody implements RecipeRecord {
  @Id() id!: string;
  @Id() designId!: string;
  @Nested(() => OrientBody) orient!: OrientBody;
  @Nested(() => FitRuleBody) fit!: FitRuleBody;
  @Nested(() => StitchBody) stitch!: StitchBody;
}

export class PlacementBody implements PlacementRecord {
  @Id() id!: string;
  @Id() regionId!: string;
  @Id() recipeId!: string;
}

export class TouchBody implements TouchRecord {
  @Id() id!: string;
  @IsString() @NameText() name!: string;
  @Nested(() => PointBody) cloth!: ClothPoint;
  @Nested(() => PointBody) frame!: FramePoint;
  @IsInt() @Min(0) at!: number;
}
