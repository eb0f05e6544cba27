import {
  type FitRule,
  MOST_PARTS,
  type Orient,
  type PlacementRecord,
  type RecipeRecord,
  type StitchRule,
  type TieOff,
} from '@gorse/core';
import { type ClassConstructor } from 'class-transformer';
import { Equals, IsBoolean, IsIn, IsInt, Max, Min } from 'class-validator';
import { IsFiniteNumber, Nested, NestedKind } from '../fields.ts';
import { Id } from './ids.ts';

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

export class StitchBody implements StitchRule {
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
