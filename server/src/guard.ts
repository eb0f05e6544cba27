import type { IncomingMessage } from 'node:http';
import { isIP } from 'node:net';
import type { Config } from './config.ts';

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);

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
  const name = host.replace(/:\d+$/, '').toLowerCase();
  const open = config.host !== '127.0.0.1' && config.host !== 'localhost' && config.host !== '::1';
  const known =
    LOOPBACK.has(name) ||
    config.hosts.includes(name) ||
    (open && (name === config.host || isIP(name.replace(/^\[|\]$/g, '')) > 0));
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
  request.headers.origin === undefined && /^(127\.|::1$|::ffff:127\.)/.test(request.socket.remoteAddress ?? '');
