import { type ClassConstructor, Type } from 'class-transformer';
import { IsNumber, IsObject, Max, Min, ValidateIf, ValidateNested } from 'class-validator';

const all =
  (...decorators: readonly PropertyDecorator[]): PropertyDecorator =>
  (target, property) => {
    for (const decorate of decorators) decorate(target, property);
  };

/** A number that is neither infinite nor NaN, within bounds. */
export const IsFiniteNumber = (least: number, most: number): PropertyDecorator =>
  all(IsNumber({ allowInfinity: false, allowNaN: false }), Min(least), Max(most));

/** A part that must be there and keep its own class; `ValidateNested` alone lets a missing one pass. */
export const Nested = (type: () => ClassConstructor<object>): PropertyDecorator =>
  all(Type(type), IsObject(), ValidateNested());

/** The same, or null. */
export const NestedOrNull = (type: () => ClassConstructor<object>): PropertyDecorator =>
  all(
    ValidateIf((_, value) => value !== null),
    Nested(type),
  );
