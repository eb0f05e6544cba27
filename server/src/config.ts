import { join, resolve } from 'node:path';
import { CannotStart } from './cannot-start.ts';

export interface Config {
  readonly host: string;
  /** 0: any free port. */
  readonly port: number;
  /** Where the Frame screens' sockets are; 0, or taken: any free port, which the screens are told. */
  readonly framePort: number;
  /** The port that the pages are served on, where the development server has them; null: this server's own. */
  readonly pagePort: number | null;
  /** Folder of the embedded database. */
  readonly dataFolder: string;
  /** A PostgreSQL server to use instead; null: the embedded one. */
  readonly databaseUrl: string | null;
  /** How many times faster than life the stand-in frame runs. */
  readonly frameSpeed: number;
  /** Decides how every cloth on the stand-in lies, and how touches are off; null: each quilt lies in its own way. */
  readonly frameSeed: number | null;
  /** Where the frame link is; null: the stand-in that ships with Gorse. */
  readonly frameLink: string | null;
  /** Files of a certificate and its key, to serve by TLS; null: none. */
  readonly tls: { readonly cert: string; readonly key: string } | null;
  /** Further host names that browsers may use. */
  readonly hosts: readonly string[];
  /** A backup to go on from where the data is damaged; null: none. */
  readonly restore: string | null;
  /** Built screens to serve; null: none (the development server has them). */
  readonly webFolder: string | null;
}

/** Where backups are kept. */
export const backupFolder = ({ dataFolder }: Config): string => join(dataFolder, 'backups');

/** Reads the settings. Throws `CannotStart` on one that makes no sense. */
export function readConfig(env: NodeJS.ProcessEnv, webFolder: string | null): Config {
  const number = (name: string, fallback: number, least: number, most: number): number => {
    const text = env[name];
    if (text === undefined || text === '') return fallback;
    const value = Number(text);
    if (!(value >= least && value <= most))
      throw new CannotStart(`${name} is "${text}"; set it to a number from ${least} to ${most}.`);
    return value;
  };
  const port = number('PORT', 4310, 0, 65535);
  return {
    host: env.HOST || '127.0.0.1',
    port,
    pagePort: env.GORSE_PAGE_PORT ? number('GORSE_PAGE_PORT', 0, 1, 65535) : null,
    framePort: number('GORSE_FRAME_PORT', port === 0 || port === 65535 ? 0 : port + 1, 0, 65535),
    dataFolder: resolve(env.GORSE_DATA || './data'),
    databaseUrl: env.DATABASE_URL || null,
    frameSpeed: number('GORSE_FRAME_SPEED', 1, 0.1, 1000),
    frameSeed: env.GORSE_FRAME_SEED ? number('GORSE_FRAME_SEED', 0, 0, 1e9) : null,
    frameLink: env.GORSE_FRAME_LINK || null,
    hosts: (env.GORSE_HOSTS ?? '')
      .split(',')
      .map((host) => host.trim())
      .filter(Boolean),
    tls: tlsOf(env),
    restore: env.GORSE_RESTORE ? resolve(env.GORSE_RESTORE) : null,
    webFolder,
  };
}

function tlsOf({ GORSE_TLS_CERT: cert, GORSE_TLS_KEY: key }: NodeJS.ProcessEnv): Config['tls'] {
  if (cert && key) return { cert: resolve(cert), key: resolve(key) };
  if (cert || key) throw new CannotStart('Set GORSE_TLS_CERT and GORSE_TLS_KEY both, or neither.');
  return null;
}
