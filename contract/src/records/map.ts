import {
  type Border,
  type ClothPoint,
  type Control,
  type GridSetting,
  type Origin,
  ORIGINS,
  type QuiltMap,
  REGION_KINDS,
  type RegionKind,
  type RegionRecord,
  type Setting,
  type Size,
} from '@gorse/core';
import { type ClassConstructor, Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsString,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsFiniteNumber, Nested, NestedKind } from '../fields.ts';
import { FAR, Id, NameText, PointBody } from './ids.ts';

class GridSettingBody implements GridSetting {
  @Equals('grid') kind!: 'grid';
  @IsInt() @Min(1) @Max(60) across!: number;
  @IsInt() @Min(1) @Max(60) down!: number;
  @IsFiniteNumber(20, 3000) blockWidth!: number;
  @IsFiniteNumber(20, 3000) blockHeight!: number;
  @IsFiniteNumber(0, 600) sashing!: number;
}

const SETTINGS: Readonly<Record<Setting['kind'], ClassConstructor<Setting>>> = { grid: GridSettingBody };

class BorderBody implements Border {
  @IsFiniteNumber(0, 1000) width!: number;
}

/** A setting with borders round it. */
export class MapParts {
  @NestedKind(SETTINGS) setting!: Setting;
  @Type(() => BorderBody)
  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  borders!: BorderBody[];
}

class SizeBody implements Size {
  @IsFiniteNumber(0, FAR) width!: number;
  @IsFiniteNumber(0, FAR) length!: number;
}

export class QuiltMapBody extends MapParts implements QuiltMap {
  @Nested(() => SizeBody) size!: SizeBody;
}

class ControlBody implements Control {
  @Id() id!: string;
  @Nested(() => PointBody) at!: ClothPoint;
  @IsBoolean() corner!: boolean;
}

export class RegionBody implements RegionRecord {
  @Id() id!: string;
  @IsIn(REGION_KINDS) kind!: RegionKind;
  @IsString() @NameText() name!: string;
  @IsIn(ORIGINS) origin!: Origin;
  @Id() family!: string;
  @IsInt() @Min(0) @Max(99) print!: number;
  @Type(() => ControlBody)
  @IsArray()
  @ArrayMinSize(3)
  @ArrayMaxSize(1000)
  @ValidateNested({ each: true })
  shape!: ControlBody[];
}
