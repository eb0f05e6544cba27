import {
  ACROSS_WAYS,
  type AcrossWay,
  BORDER_WISHES,
  type BorderSetRecord,
  type BorderWish,
  CORNER_SCHOOLS,
  type CornerSchool,
  MOST_REPEATS,
  type PinnedCount,
  type Side,
  SIDES,
  type Stance,
  STANCES,
  type BorderStretch,
  BORDER_STRETCHES,
  type Through,
  THROUGHS,
} from '@gorse/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsIn, IsInt, Max, Min, ValidateNested } from 'class-validator';
import { IsFiniteNumber, Nested } from '../fields.ts';
import { Id, IdOrNull } from './ids.ts';
import { StitchBody } from './recipes.ts';

class ClearBody implements Readonly<BorderSetRecord['clear']> {
  @IsFiniteNumber(0, 500) outer!: number;
  @IsFiniteNumber(0, 500) inner!: number;
}

class PinnedCountBody implements PinnedCount {
  @IsIn(SIDES) side!: Side;
  @IsInt() @Min(1) @Max(MOST_REPEATS) count!: number;
}

export class BorderSetBody implements BorderSetRecord {
  @Id() id!: string;
  @IsInt() @Min(0) @Max(20) border!: number;
  @IsInt() @Min(1) @Max(20) over!: number;
  @Id() designId!: string;
  @IdOrNull() cornerDesignId!: string | null;
  @IsIn(CORNER_SCHOOLS) corners!: CornerSchool;
  @IsIn(THROUGHS) through!: Through;
  @IsFiniteNumber(0.1, 1) fill!: number;
  @IsIn(STANCES) stance!: Stance;
  @IsIn(BORDER_STRETCHES) stretch!: BorderStretch;
  @Nested(() => ClearBody) clear!: ClearBody;
  @Type(() => PinnedCountBody)
  @IsArray()
  @ArrayMaxSize(4)
  @ValidateNested({ each: true })
  pinned!: PinnedCountBody[];
  @IsIn(BORDER_WISHES) wish!: BorderWish;
  @IsArray() @ArrayMaxSize(4) @IsIn(SIDES, { each: true }) without!: Side[];
  @IsIn(ACROSS_WAYS) across!: AcrossWay;
  @Nested(() => StitchBody) stitch!: StitchBody;
}
