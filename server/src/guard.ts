import type { IncomingMessage } from 'node:http';
import { isIP } from 'node:net';
import type { Config } from './config.ts';

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);
const nameOf = ({ headers }: IncomingMessage): string => (headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
const isLocal = ({ socket }: IncomingMessage): boolean => /^(127\.|::1$|::ffff:127\.)/.test(socket.remoteAddress ?? '');

/** Others than this machine are served. */
export const isOpen = ({ host }: Pick<Config, 'host'>): boolean => !['127.0.0.1', 'localhost', '::1'].includes(host);

/** It comes from the machine itself, by a name that only it has, and not through a proxy that says so. */
export const isAtHost = (request: IncomingMessage): boolean =>
  isLocal(request) && LOOPBACK.has(nameOf(request)) && !PROXIED.some((header) => header in request.headers);
const PROXIED = ['forwarded', 'x-forwarded-for', 'via'];

/**
 * Says what is wrong with where a request comes from, or null. The Host must be one that this server goes by, so that a foreign name
 * pointed at this machine (DNS rebinding) gets nothing; and a page's Origin must be the server's own.
 * @param pagePort the port that the page was served on, where it is another than the request's
 */
export function foreignRequest(
  request: IncomingMessage,
  config: Pick<Config, 'host' | 'hosts'>,
  pagePort: number | null = null,
): string | null {
  const host = request.headers.host ?? '';
  const name = nameOf(request);
  const known =
    LOOPBACK.has(name) ||
    config.hosts.includes(name) ||
    (isOpen(config) && (name === config.host || isIP(name.replace(/^\[|\]$/g, '')) > 0));
  if (!known)
    return `This server doesn't go by the name "${name}". Open it by the address it printed, or add the name to GORSE_HOSTS.`;
  const { origin } = request.headers;
  const own = pagePort === null ? host : `${name}:${pagePort}`;
  if (origin !== undefined && origin !== `http://${own}` && origin !== `https://${own}`) {
    return 'Requests from other web pages are refused. Open Gorse by its own address.';
  }
  return null;
}

/** The stand-in is for Gorse itself: programs on this machine, no web page. */
export const isLocalProgram = (request: IncomingMessage): boolean =>
  request.headers.origin === undefined && isLocal(request);
