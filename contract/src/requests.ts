import { IsIn, IsOptional, IsString, Length, Matches } from 'class-validator';
import { IsFiniteNumber, Nested } from './fields.ts';
import { BlockGridBody } from './records.ts';

export class NewQuiltRequest {
  @IsString() @Length(1, 120, { message: 'name must have 1 to 120 characters' }) name!: string;
  @Nested(() => BlockGridBody) grid!: BlockGridBody;
}

export class NewRunRequest {
  @Matches(/^[\w-]{1,64}$/, { message: 'placementId must be an id' }) placementId!: string;
}

export class ResumeRequest {
  /** How far back along the line to go on from, in mm. */
  @IsFiniteNumber(0, 2000) back!: number;
}

export class NewDesignQuery {
  /** The file's name, ending included. */
  @IsString() @Length(1, 200, { message: 'file must have 1 to 200 characters' }) file!: string;
}

export const EXPORT_FORMATS = ['svg', 'dxf', 'gcode'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

export class ExportQuery {
  @IsIn(EXPORT_FORMATS, { message: `format must be one of ${EXPORT_FORMATS.join(', ')}` }) format!: ExportFormat;
  /** One placement only; the whole quilt when left out. */
  @IsOptional() @Matches(/^[\w-]{1,64}$/, { message: 'placement must be an id' }) placement?: string;
}
