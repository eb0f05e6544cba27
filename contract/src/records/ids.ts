import { IsNotIn, Length, Matches, ValidateIf } from 'class-validator';
import { IsFiniteNumber } from '../fields.ts';

/** Farther than any quilt or frame, in mm. */
export const FAR = 20_000;

const ID = /^[\w-]{1,64}$/;
/** Names that mean something to the language are none of a record's. */
const TAKEN = Object.getOwnPropertyNames(Object.prototype);
export const isId = (text: string): boolean => ID.test(text) && !TAKEN.includes(text);

export const Id = (): PropertyDecorator => (target, property) => {
  Matches(ID, { message: '$property must be 1 to 64 letters, digits, - or _' })(target, property);
  IsNotIn(TAKEN, { message: '$property must be another word' })(target, property);
};
export const IdOrNull = (): PropertyDecorator => (target, property) => {
  ValidateIf((_, value) => value !== null)(target, property);
  Id()(target, property);
};
/** An id made of several by the core's codec. */
export const PieceId = (): PropertyDecorator =>
  Matches(/^[A-Za-z]+\.[\w-]{1,64}\.\d{1,8}$/, { message: '$property must be the id of a piece' });
export const LandmarkIdOrNull = (): PropertyDecorator => (target, property) => {
  ValidateIf((_, value) => value !== null)(target, property);
  Matches(/^[A-Za-z]+(\.[\w-]{1,64}){1,3}$/, { message: '$property must be the id of a landmark' })(target, property);
};
export const NameText = (): PropertyDecorator => Length(1, 120, { message: '$property must have 1 to 120 characters' });

export class PointBody {
  @IsFiniteNumber(-FAR, FAR) x!: number;
  @IsFiniteNumber(-FAR, FAR) y!: number;
}
