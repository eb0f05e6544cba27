import {
  type Blocks,
  type Border,
  BORDER_CORNERS,
  type BorderCorner,
  type EdgeShape,
  type ClothPoint,
  type Control,
  type Shape,
  type Origin,
  ORIGINS,
  type QuiltMap,
  REGION_KINDS,
  type RegionKind,
  type RegionRecord,
  type Setting,
  type SettingKind,
  type SettingOf,
  type Size,
  type Turns,
  TURNS,
  UNIT_KINDS,
  type UnitKind,
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
import { IsFiniteNumber, Nested, NestedKind, Several } from '../fields.ts';
import { FAR, Id, NameText, PointBody } from './ids.ts';

/** Most blocks each way. */
const MOST = 60;
/** Most blocks that are of a kind of their own. */
const MOST_OWN = 1000;
const Block = (): PropertyDecorator => IsFiniteNumber(20, 3000);
const Sashing = (): PropertyDecorator => IsFiniteNumber(0, 600);

class OwnKindBody {
  @Id() id!: string;
  @IsInt() @Min(0) @Max(2) kind!: number;
}

class BlocksBody implements Blocks {
  @IsArray() @ArrayMinSize(1) @ArrayMaxSize(3) @IsIn(UNIT_KINDS, { each: true }) kinds!: UnitKind[];
  @IsIn(TURNS) turns!: Turns;
  @Type(() => OwnKindBody) @IsArray() @ArrayMaxSize(MOST_OWN) @ValidateNested({ each: true }) own!: OwnKindBody[];
}

/** Of blocks that aren't square: each is one patch. */
class PlainBlocksBody extends BlocksBody {
  @IsIn(['plain'], { each: true }) declare kinds: 'plain'[];
}

class GridSettingBody implements SettingOf<'grid'> {
  @Equals('grid') kind!: 'grid';
  @Several(MOST) across!: number;
  @Several(MOST) down!: number;
  @Block() blockWidth!: number;
  @Block() blockHeight!: number;
  @Sashing() sashing!: number;
  @IsBoolean() cornerstones!: boolean;
  @Nested(() => BlocksBody) blocks!: BlocksBody;
}

class OnPointSettingBody implements SettingOf<'on-point'> {
  @Equals('on-point') kind!: 'on-point';
  @Several(MOST) across!: number;
  @Several(MOST) down!: number;
  @Block() block!: number;
  @Sashing() sashing!: number;
  @IsIn(['triangles', 'half-blocks']) edge!: 'triangles' | 'half-blocks';
  @Nested(() => BlocksBody) blocks!: BlocksBody;
}

class BrickSettingBody implements SettingOf<'brick'> {
  @Equals('brick') kind!: 'brick';
  @Several(MOST) across!: number;
  @Several(MOST) down!: number;
  @Block() blockWidth!: number;
  @Block() blockHeight!: number;
  @Sashing() sashing!: number;
  @Nested(() => BlocksBody) blocks!: BlocksBody;
}

class HexagonSettingBody implements SettingOf<'hexagons'> {
  @Equals('hexagons') kind!: 'hexagons';
  @Several(MOST) across!: number;
  @Several(MOST) down!: number;
  @Block() block!: number;
  @Nested(() => PlainBlocksBody) blocks!: PlainBlocksBody;
}

class TriangleSettingBody implements SettingOf<'triangles'> {
  @Equals('triangles') kind!: 'triangles';
  @Several(MOST) across!: number;
  @Several(MOST) down!: number;
  @Block() block!: number;
  @Nested(() => PlainBlocksBody) blocks!: PlainBlocksBody;
}

class StripSettingBody implements SettingOf<'strips'> {
  @Equals('strips') kind!: 'strips';
  @Several(MOST) across!: number;
  @Block() blockWidth!: number;
  @IsFiniteNumber(20, FAR) length!: number;
  @Sashing() sashing!: number;
}

class WholeSettingBody implements SettingOf<'whole'> {
  @Equals('whole') kind!: 'whole';
  @IsFiniteNumber(20, FAR) width!: number;
  @IsFiniteNumber(20, FAR) length!: number;
}

class DrawnSettingBody implements SettingOf<'drawn'> {
  @Equals('drawn') kind!: 'drawn';
  @IsFiniteNumber(20, FAR) width!: number;
  @IsFiniteNumber(20, FAR) length!: number;
}

const SETTINGS: { readonly [K in SettingKind]: ClassConstructor<SettingOf<K>> } = {
  grid: GridSettingBody,
  'on-point': OnPointSettingBody,
  brick: BrickSettingBody,
  hexagons: HexagonSettingBody,
  triangles: TriangleSettingBody,
  strips: StripSettingBody,
  whole: WholeSettingBody,
  drawn: DrawnSettingBody,
};

class EdgeShapeBody implements EdgeShape {
  @IsFiniteNumber(0, 1000) radius!: number;
  @IsInt() @Min(0) @Max(200) across!: number;
  @IsInt() @Min(0) @Max(200) down!: number;
  @IsFiniteNumber(0, 500) depth!: number;
}

class BorderBody implements Border {
  @IsFiniteNumber(0, 1000) top!: number;
  @IsFiniteNumber(0, 1000) right!: number;
  @IsFiniteNumber(0, 1000) bottom!: number;
  @IsFiniteNumber(0, 1000) left!: number;
  @IsIn(BORDER_CORNERS) corner!: BorderCorner;
  @Nested(() => EdgeShapeBody) edge!: EdgeShapeBody;
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

export class ControlBody implements Control {
  @Id() id!: string;
  @Nested(() => PointBody) at!: ClothPoint;
  @IsBoolean() corner!: boolean;
}

/** The edge of a patch. */
export const IsShape = (): PropertyDecorator => (target, property) => {
  for (const decorate of [
    Type(() => ControlBody),
    IsArray(),
    ArrayMinSize(3),
    ArrayMaxSize(1000),
    ValidateNested({ each: true }),
  ])
    decorate(target, property);
};

export class RegionBody implements RegionRecord {
  @Id() id!: string;
  @IsIn(REGION_KINDS) kind!: RegionKind;
  @IsString() @NameText() name!: string;
  @IsIn(ORIGINS) origin!: Origin;
  @Id() family!: string;
  @IsInt() @Min(0) @Max(99) print!: number;
  @IsShape() shape!: Shape;
}
