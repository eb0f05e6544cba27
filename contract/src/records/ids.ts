import { Length, Matches, ValidateIf } from 'class-validator';
import { IsFiniteNumber } from '../fields.ts';

/** Farther than any quilt or frame, in mm. */
export const FAR = 20_000;

export const Id = (): PropertyDecorator =>
  Matches(/^[\w-]{1,64}$/, { message: '$property must be 1 to 64 letters, digits, - or _' });
export const IdOrNull = (): PropertyDecorator => (target, property) => {
  ValidateIf((_, value) => value !== null)(target, property);
  Id()(target, property);
};
/** An id made of several by the core's codec. */
export const PieceId = (): PropertyDecorator =>
  Matches(/^[A-Za-z]+\.[\w-]{1,64}\.\d{1,4}$/, { message: '$property must be the id of a piece' });
export const LandmarkIdOrNull = (): PropertyDecorator => (target, property) => {
  ValidateIf((_, value) => value !== null)(target, property);
  Matches(/^[A-Za-z]+(\.[\w-]{1,64}){1,3}$/, { message: '$property must be the id of a landmark' })(target, property);
};
export const NameText = (): PropertyDecorator => Length(1, 120, { message: '$property must have 1 to 120 characters' });

export class PointBody {
  @IsFiniteNumber(-FAR, FAR) x!: number;
  @IsFiniteNumber(-FAR, FAR) y!: number;
}
