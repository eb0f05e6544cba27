import { type ClothPoint, MOST_PHOTO_POINTS, type PhotoPoint, type PhotoRecord } from '@gorse/core';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayMinSize, IsArray, IsBoolean, IsInt, Max, Min, ValidateNested } from 'class-validator';
import { IsFiniteNumber, Nested } from '../fields.ts';
import { Id, PointBody } from './ids.ts';

class PhotoPointBody implements PhotoPoint {
  @Id() id!: string;
  @Nested(() => PointBody) onPhoto!: PointBody;
  @Nested(() => PointBody) at!: ClothPoint;
}

/** Pixels along a side. */
const Side = (): PropertyDecorator => (target, property) => {
  IsInt()(target, property);
  Min(16)(target, property);
  Max(8000)(target, property);
};

export class PhotoBody implements PhotoRecord {
  @Id() id!: string;
  @Side() width!: number;
  @Side() height!: number;
  @Type(() => PhotoPointBody)
  @IsArray()
  @ArrayMinSize(4)
  @ArrayMaxSize(MOST_PHOTO_POINTS)
  @ValidateNested({ each: true })
  points!: PhotoPointBody[];
  @IsFiniteNumber(0, 1) paleness!: number;
  @IsBoolean() shown!: boolean;
}
