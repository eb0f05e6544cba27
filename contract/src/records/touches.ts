import {
  type ClothPoint,
  type FramePoint,
  type LandmarkRecord,
  TOUCH_NOISE,
  type TouchMethod,
  type TouchRecord,
} from '@gorse/core';
import { IsIn, IsInt, IsString, Max, Min } from 'class-validator';
import { Nested, NestedOrNull } from '../fields.ts';
import { Id, LandmarkIdOrNull, NameText, PointBody } from './ids.ts';

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
