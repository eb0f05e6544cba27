import 'reflect-metadata';
import { type ClassConstructor, plainToInstance } from 'class-transformer';
import { type ValidationError, validateSync } from 'class-validator';

/** One thing wrong with an input: where, and a sentence. */
export interface Detail {
  readonly path: string;
  readonly message: string;
}

/** An input that doesn't keep the contract. */
export class ContractError extends Error {
  override readonly name = 'ContractError';
  constructor(readonly details: readonly Detail[]) {
    super(details[0]?.message ?? 'The input is not as agreed.');
  }
}

/** Makes an instance of a contract class of a plain value. Unknown fields are refused. Throws `ContractError` with every fault. */
export function checked<T extends object>(type: ClassConstructor<T>, plain: unknown, path = ''): T {
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain)) {
    throw new ContractError([{ path, message: 'Send a JSON object.' }]);
  }
  const instance = plainToInstance(type, plain);
  const errors = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  if (errors.length > 0) throw new ContractError(errors.flatMap((error) => detailsOf(error, path)));
  return instance;
}

function detailsOf(error: ValidationError, path: string): Detail[] {
  const own = path === '' ? error.property : `${path}.${error.property}`;
  const messages = Object.values(error.constraints ?? {}).map((message) => ({ path: own, message: `${message}.` }));
  return [...messages, ...(error.children ?? []).flatMap((child) => detailsOf(child, own))];
}
