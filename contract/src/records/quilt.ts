import {
  type Batting,
  type FrameProfile,
  type Fibre,
  FIBRES,
  type LineUpRules,
  type Loading,
  LOADINGS,
  type Machine,
  type Measured,
  type MotionProfile,
  type PassRules,
  type QuiltRecord,
} from '@gorse/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, Equals, IsArray, IsIn, IsInt, IsString, Max, Min, ValidateNested } from 'class-validator';
import { IsFiniteNumber, IsFiniteOrNull, Nested } from '../fields.ts';
import { FAR, PieceId, NameText } from './ids.ts';
import { QuiltMapBody } from './map.ts';

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

/** Null: not measured yet. */
const Tape = (): PropertyDecorator => IsFiniteOrNull(20, FAR);

class MeasuredBody implements Measured {
  @Tape() widthTop!: number | null;
  @Tape() widthMiddle!: number | null;
  @Tape() widthBottom!: number | null;
  @Tape() lengthLeft!: number | null;
  @Tape() lengthMiddle!: number | null;
  @Tape() lengthRight!: number | null;
  @Tape() diagonalLeft!: number | null;
  @Tape() diagonalRight!: number | null;
}

export class QuiltBody implements QuiltRecord {
  @Equals('quilt') id!: string;
  @IsString() @NameText() name!: string;
  @Nested(() => QuiltMapBody) map!: QuiltMapBody;
  @IsIn(LOADINGS) loading!: Loading;
  @Nested(() => BattingBody) batting!: BattingBody;
  @Nested(() => MeasuredBody) measured!: MeasuredBody;
  @IsFiniteNumber(0, 100) binding!: number;
  @Nested(() => MachineBody) machine!: MachineBody;
  @Nested(() => LineUpRulesBody) lineUpRules!: LineUpRulesBody;
  @Nested(() => PassRulesBody) passes!: PassRulesBody;
}
