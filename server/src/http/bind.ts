import type { Server } from 'node:http';
import type { Config } from '../config.ts';
import { makeServer } from '../make-server.ts';

const STARTING = 'Gorse is starting. Try again in a moment.';
/** Seconds until it is asked again. */
const AGAIN = '2';
/** For a person whose page was open before, or who was quick: it looks again by itself. */
const PAGE = `<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="${AGAIN}"><title>Gorse is starting</title>
<body style="font: 20px system-ui, sans-serif; margin: 4rem auto; max-width: 30rem; color: #2b2a27; background: #fffef9"><p role="status">Gorse is starting. This page goes on by itself.</p></body></html>`;

/** Binds the port; requests are answered with "starting" until `serve` has the database. */
export async function bind(config: Config): Promise<Server> {
  const server = makeServer(config.tls, ({ headers, url }, response) => {
    const isPage = headers.accept?.includes('text/html') === true && !url?.startsWith('/api/');
    response.writeHead(503, {
      'Content-Type': isPage ? 'text/html; charset=utf-8' : 'application/json',
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
      'Retry-After': AGAIN,
    });
    response.end(isPage ? PAGE : JSON.stringify({ code: 'unavailable', message: STARTING, details: [] }));
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.port, config.host, resolve);
  });
  return server;
}
