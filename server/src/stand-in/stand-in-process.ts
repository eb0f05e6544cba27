import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { WebSocketServer } from 'ws';
import { isLocalProgram } from '../guard.ts';
import { StandIn } from './stand-in.ts';

/** How the stand-in's process is told to play. */
export interface StandInSettings {
  readonly port: number;
  /** How many times faster than life. */
  readonly speed: number;
  readonly seed: number | null;
}
/** Where it listens, told when it does. */
export interface StandInListens {
  readonly port: number;
}

/** A stroke of a million holes. */
const LONGEST_MESSAGE = 64 * 1024 * 1024;

/** The frame that ships with Gorse, in a process of its own as a frame is. It ends with the process that started it. */
const { port, speed, seed } = JSON.parse(process.argv[2]!) as StandInSettings;
const standIn = new StandIn(speed, seed);
const links = new WebSocketServer({ noServer: true, perMessageDeflate: false, maxPayload: LONGEST_MESSAGE });
const server = createServer((_request, response) => response.writeHead(404).end());
server.on('upgrade', (request, socket, head) => {
  socket.on('error', () => socket.destroy());
  if (request.url === '/frame-link' && isLocalProgram(request))
    links.handleUpgrade(request, socket, head, (link) => standIn.connect(link));
  else socket.end('HTTP/1.1 404 Not Found\r\nConnection: close\r\n\r\n');
});
server.on('listening', () => process.send?.({ port: (server.address() as AddressInfo).port } satisfies StandInListens));
server.listen(port, '127.0.0.1');
// It ends when the server does.
process.on('SIGINT', () => undefined);
process.on('disconnect', () => process.exit(0));
// It may have gone while this one was loading.
if (!process.connected) process.exit(0);
