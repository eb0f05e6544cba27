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
  type CountOf,
  type StripId,
  type Stance,
  STANCES,
  type BorderStretch,
  BORDER_STRETCHES,
  type Through,
  THROUGHS,
} from '@gorse/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsIn, IsInt, Matches, Max, Min, ValidateNested } from 'class-validator';
import { IsFiniteNumber, Nested } from '../fields.ts';
import { Id, IdOrNull } from './ids.ts';
import { RejoinBody } from './masks.ts';
import { StitchBody } from './recipes.ts';

/** A map of more is none that one works by strips. */
const MOST_STRIPS = 200;

class ClearBody implements Readonly<BorderSetRecord['clear']> {
  @IsFiniteNumber(0, 500) outer!: number;
  @IsFiniteNumber(0, 500) inner!: number;
}

class PinnedCountBody implements PinnedCount {
  @Matches(/^(top|right|bottom|left|length-\d{1,3})$/, { message: 'side must be a side, or length and a number' })
  side!: CountOf;
  @IsInt() @Min(1) @Max(MOST_REPEATS) count!: number;
}

export class BorderSetBody implements BorderSetRecord {
  @Id() id!: string;
  @IsInt() @Min(0) @Max(20) border!: number;
  @IsInt() @Min(1) @Max(20) over!: number;
  @IdOrNull() strips!: string | null;
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
  @ArrayMaxSize(MOST_STRIPS)
  @ValidateNested({ each: true })
  pinned!: PinnedCountBody[];
  @IsIn(BORDER_WISHES) wish!: BorderWish;
  @IsArray()
  @ArrayMaxSize(MOST_STRIPS)
  @Matches(/^(top|right|bottom|left|strip-\d{1,3})$/, {
    each: true,
    message: 'without must name sides, or strips by their numbers',
  })
  without!: StripId[];
  @IsIn(ACROSS_WAYS) across!: AcrossWay;
  @Nested(() => RejoinBody) mask!: RejoinBody;
  @Nested(() => StitchBody) stitch!: StitchBody;
}
