import { readFileSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createSecure } from 'node:https';
import { CannotStart } from './cannot-start.ts';
import type { Config } from './config.ts';

/** A server by TLS where there is a certificate. Throws `CannotStart` when that can't be used. */
export function makeServer(tls: Config['tls'], listener: RequestListener): Server {
  if (tls === null) return createServer(listener);
  try {
    return createSecure({ cert: readFileSync(tls.cert), key: readFileSync(tls.key) }, listener);
  } catch (error) {
    throw new CannotStart(
      `The certificate of GORSE_TLS_CERT and GORSE_TLS_KEY can't be used: ${(error as Error).message}. Both must be PEM files that belong together.`,
      { cause: error },
    );
  }
}
