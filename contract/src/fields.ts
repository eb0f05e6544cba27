import { type ClassConstructor, Type } from 'class-transformer';
import {
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateBy,
  ValidateIf,
  ValidateNested,
  type ValidationOptions,
} from 'class-validator';

const all =
  (...decorators: readonly PropertyDecorator[]): PropertyDecorator =>
  (target, property) => {
    for (const decorate of decorators) decorate(target, property);
  };

/** It may be left out; null is no way to leave it out. */
export const Maybe = (): PropertyDecorator => ValidateIf((_, value) => value !== undefined);

/** A whole number from 0. */
export const Count = (most = 10_000_000): PropertyDecorator => all(IsInt(), Min(0), Max(most));

/** A whole number from 1. */
export const Several = (most: number): PropertyDecorator => all(IsInt(), Min(1), Max(most));

export const Words = (longest: number): PropertyDecorator => all(IsString(), MaxLength(longest));

/** A number that is neither infinite nor NaN, within bounds. */
export const IsFiniteNumber = (least: number, most: number, options?: ValidationOptions): PropertyDecorator =>
  all(IsNumber({ allowInfinity: false, allowNaN: false }, options), Min(least, options), Max(most, options));

/** A number that is larger than another part of the same record. */
export const IsAbove = (other: string): PropertyDecorator =>
  ValidateBy({
    name: 'isAbove',
    validator: {
      validate: (value, { object } = {} as never) => typeof value === 'number' && value > Reflect.get(object, other),
      defaultMessage: () => `$property must be more than ${other}`,
    },
  });

/** The same, or null. */
export const IsFiniteOrNull = (least: number, most: number): PropertyDecorator =>
  all(
    ValidateIf((_, value) => value !== null),
    IsFiniteNumber(least, most),
  );

/** A part that must be there and keep its own class; `ValidateNested` alone lets a missing one pass. */
export const Nested = (type: () => ClassConstructor<object>): PropertyDecorator =>
  all(Type(type), IsObject(), ValidateNested());

/** A part of one of several kinds, told by its `kind`; each has a class of its own. */
export function NestedKind(kinds: Readonly<Record<string, ClassConstructor<object>>>): PropertyDecorator {
  /** Stands for what is of none of them. */
  class OfNoKind {
    kind!: string;
  }
  IsIn(Object.keys(kinds))(OfNoKind.prototype, 'kind');
  const subTypes = Object.entries(kinds).map(([name, value]) => ({ name, value }));
  return all(
    Type(() => OfNoKind, { discriminator: { property: 'kind', subTypes }, keepDiscriminatorProperty: true }),
    IsObject(),
    ValidateNested(),
  );
}

/** The same, or null. */
export const NestedOrNull = (type: () => ClassConstructor<object>): PropertyDecorator =>
  all(
    ValidateIf((_, value) => value !== null),
    Nested(type),
  );
