import {
  type ClothPoint,
  type JoinsBy,
  JOINS_BY,
  type KeepOutOf,
  type KeepOutRecord,
  MOST_BRIDGE,
  MOST_CLEARANCE,
  type RejoinRule,
  type Shape,
} from '@gorse/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsString,
  Matches,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { IsFiniteNumber, NestedKind, NestedOrNull } from '../fields.ts';
import { Id, NameText, PointBody } from './ids.ts';
import { ControlBody } from './map.ts';

const OrNull = (): PropertyDecorator => ValidateIf((_, value) => value !== null);

/** Links that aren't wanted: more is a slip of the hand. */
const MOST_FORBIDDEN = 200;

export class RejoinBody implements RejoinRule {
  @IsIn(JOINS_BY) by!: JoinsBy;
  @IsFiniteNumber(0, 200) jump!: number;
  @IsFiniteNumber(0, 200) crumb!: number;
  @IsIn(['hop', 'leaveOut']) enclosed!: 'hop' | 'leaveOut';
  @NestedOrNull(() => PointBody) start!: ClothPoint | null;
  @NestedOrNull(() => PointBody) end!: ClothPoint | null;
  @IsIn(['free', 'bySeams']) ends!: RejoinRule['ends'];
  @IsBoolean() seams!: boolean;
  @Type(() => PointBody)
  @IsArray()
  @ArrayMaxSize(MOST_FORBIDDEN)
  @ValidateNested({ each: true })
  forbidden!: ClothPoint[];
  @OrNull() @IsFiniteNumber(4, 18) edgeSpi!: number | null;
}

class PatchesBody {
  @Equals('patches') kind!: 'patches';
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(1000) @Matches(/^[\w-]{1,64}$/, { each: true }) regionIds!: string[];
}

class DesignsBody {
  @Equals('designs') kind!: 'designs';
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(1000) @Matches(/^[\w-]{1,64}$/, { each: true }) regionIds!: string[];
  @IsFiniteNumber(0, MOST_BRIDGE) bridge!: number;
}

/** A ring among those that a keep-out is made of. */
class RingBody {
  @Type(() => ControlBody)
  @IsArray()
  @ArrayMinSize(3)
  @ArrayMaxSize(1000)
  @ValidateNested({ each: true })
  edge!: Shape;
}

class ShapesBody {
  @Equals('shapes') kind!: 'shapes';
  @Type(() => RingBody)
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  rings!: RingBody[];
}

export class KeepOutBody implements KeepOutRecord {
  @Id() id!: string;
  @IsString() @NameText() name!: string;
  @NestedKind({ patches: PatchesBody, designs: DesignsBody, shapes: ShapesBody }) of!: KeepOutOf;
  @IsFiniteNumber(-MOST_CLEARANCE, MOST_CLEARANCE) clearance!: number;
  @IsIn(['out', 'in']) keep!: 'out' | 'in';
  @IsBoolean() on!: boolean;
  @OrNull()
  @IsArray()
  @ArrayMaxSize(2000)
  @Matches(/^[A-Za-z]+\.[\w-]{1,64}$/, { each: true, message: 'only must name records that are stitched' })
  only!: string[] | null;
}
