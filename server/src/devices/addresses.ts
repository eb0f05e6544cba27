import { networkInterfaces } from 'node:os';
import type { Config } from '../config.ts';

/** Where this server is found by the network, the host's own names first; none where it serves this machine alone. */
export function addressesOf({ host, hosts, tls }: Pick<Config, 'host' | 'hosts' | 'tls'>, port: number): string[] {
  const every = host === '0.0.0.0' || host === '::';
  const own = every
    ? Object.values(networkInterfaces())
        .flatMap((found) => found ?? [])
        .filter(({ internal, family }) => !internal && family === 'IPv4')
        .map(({ address }) => address)
    : [host.includes(':') ? `[${host}]` : host];
  return [...hosts, ...own].map((name) => `${tls ? 'https' : 'http'}://${name}:${port}`);
}
