import type { Detail, ErrorCode } from '@gorse/contract';

const STATUS: Readonly<Record<ErrorCode, number>> = {
  badInput: 400,
  cannotRead: 422,
  needsAnswer: 422,
  forbidden: 403,
  unpaired: 401,
  notFound: 404,
  stale: 409,
  refused: 409,
  tooLarge: 413,
  unavailable: 503,
  failed: 500,
};

/** An answer that isn't what was asked for: a code, a sentence that says what to do, and what else the answer carries. */
export class Refusal extends Error {
  override readonly name = 'Refusal';
  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly details: readonly Detail[] = [],
    readonly extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(message);
  }

  get status(): number {
    return STATUS[this.code];
  }
}

export const notFound = (what: string): Refusal =>
  new Refusal('notFound', `There is no such ${what}. It may have been removed; go back to the shelf.`);

/** The value, or a refusal that it isn't there. */
export function found<T>(value: T | null | undefined, what: string): T {
  if (value === null || value === undefined) throw notFound(what);
  return value;
}
