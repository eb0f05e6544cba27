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
  const bad = unsound(plain, path);
  if (bad) throw new ContractError([bad]);
  const instance = instanceOf(type, plain, path);
  const errors = validateSync(instance, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true });
  if (errors.length > 0)
    throw new ContractError(errors.slice(0, MOST_DETAILS).flatMap((error) => detailsOf(error, path)));
  return instance;
}

/** A list with nothing in it, where one of several kinds should be, is more than the library can make an instance of. */
function instanceOf<T extends object>(type: ClassConstructor<T>, plain: object, path: string): T {
  try {
    return plainToInstance(type, plain);
  } catch {
    throw new ContractError([{ path, message: 'A part of this is not of the kind that belongs there.' }]);
  }
}

/** What no input may hold, whatever its class: text that can't be written down, names that mean something to the language, or no end of nesting. */
function unsound(value: unknown, path: string, depth = 0): Detail | null {
  if (typeof value === 'string')
    return UNWRITABLE.test(value) ? { path, message: 'Text may not hold characters that can’t be written.' } : null;
  if (typeof value !== 'object' || value === null) return null;
  if (depth > DEEPEST) return { path, message: 'This is nested too deep.' };
  const entries = Object.entries(value);
  if (!Array.isArray(value) && entries.length > MOST_FIELDS) return { path, message: 'This has too many fields.' };
  for (const [name, part] of entries) {
    if (!Array.isArray(value) && name in Object.prototype) return { path, message: `There is no field ${name}.` };
    if (typeof part !== 'string' && (typeof part !== 'object' || part === null)) continue;
    const bad = unsound(part, path === '' ? name : `${path}.${name}`, depth + 1);
    if (bad) return bad;
  }
  return null;
}

/** NUL, and halves of a character. */
// eslint-disable-next-line no-control-regex -- it is looked for
const UNWRITABLE = /\u0000|\p{Surrogate}/u;
const DEEPEST = 32;
const MOST_FIELDS = 1000;
const MOST_DETAILS = 100;

function detailsOf(error: ValidationError, path: string): Detail[] {
  const own = path === '' ? error.property : `${path}.${error.property}`;
  const messages = Object.values(error.constraints ?? {}).map((message) => ({ path: own, message: `${message}.` }));
  return [...messages, ...(error.children ?? []).flatMap((child) => detailsOf(child, own))];
}
