import type { Server } from 'node:http';
import type { Config } from '../config.ts';
import { makeServer } from '../make-server.ts';

/** Binds the port; requests are answered with "starting" until `serve` has the database. */
export async function bind(config: Config): Promise<Server> {
  const server = makeServer(config.tls, (_request, response) => {
    response.writeHead(503, { 'Content-Type': 'application/json', 'Retry-After': '2' });
    response.end(
      JSON.stringify({ code: 'unavailable', message: 'Gorse is starting. Try again in a moment.', details: [] }),
    );
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.port, config.host, resolve);
  });
  return server;
}
