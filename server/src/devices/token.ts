import { parse } from 'cookie';
import { createHash, randomBytes } from 'node:crypto';
import type { IncomingMessage } from 'node:http';

export const COOKIE = 'gorse-device';

/** What a device shows to be let in: 256 random bits. */
export const newToken = (): string => randomBytes(32).toString('base64url');
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** The hash of the token that a request brings along; null when it brings none. */
export function tokenHashOf({ headers }: Pick<IncomingMessage, 'headers'>): string | null {
  const token = parse(headers.cookie ?? '')[COOKIE];
  return token === undefined || token === '' ? null : hashOf(token);
}

/** Whom the gate lets in. */
export interface Admitted {
  readonly tokenHash: string;
  readonly name: string;
}
