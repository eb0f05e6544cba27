import { createServer, type Server } from 'node:http';
import type { Config } from '../config.ts';

/** Binds the port; requests are answered with "starting" until `serve` has the database. */
export async function bind(config: Config): Promise<Server> {
  const server = createServer((_request, response) => {
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
