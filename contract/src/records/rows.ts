import {
  type Alternate,
  type JoinRule,
  LAST_ROWS,
  type LastRow,
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
  type RowWish,
} from '@gorse/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsInt, Matches, Max, Min, ValidateNested } from 'class-validator';
import { IsFiniteNumber, Nested } from '../fields.ts';
import { Id, IdOrNull } from './ids.ts';
import { RejoinBody } from './masks.ts';
import { StitchBody } from './recipes.ts';

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
  @Nested(() => RejoinBody) mask!: RejoinBody;
  @Nested(() => StitchBody) stitch!: StitchBody;
}
