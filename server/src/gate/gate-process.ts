import type { AddressInfo } from 'node:net';
import { makeServer } from '../make-server.ts';
import { makeLog } from '../log.ts';
import { Gate } from './gate.ts';
import type { ToDesk, ToGate } from './messages.ts';
import { type GateSettings, serveScreens } from './screen-socket.ts';

/**
 * The gate's own process: it serves the screens' frame sockets and the frame link, and nothing else, so that nothing that the rest of Gorse
 * does holds up what stops. It ends with the process that started it, and holds the needle first.
 */
const settings = JSON.parse(process.argv[2]!) as GateSettings;
// The server logs what this process says, as long as it is there.
const log = makeLog('silent', {
  write: (line) => {
    if (process.connected) tellDesk({ type: 'said', line });
    else process.stdout.write(line);
  },
});
const tellDesk = (message: ToDesk): void => {
  // Where it fails the server is gone, and `disconnect` follows.
  if (process.connected) process.send!(message, undefined, undefined, () => undefined);
};
const gate = new Gate(tellDesk, log);

/** Time for the last words to leave, ms. */
const LAST_WORDS = 100;
const end = (code: number): void => {
  gate.hold();
  setTimeout(() => process.exit(code), LAST_WORDS);
};
process.on('uncaughtException', (error) => {
  log.fatal({ err: error }, 'the gate failed');
  end(1);
});
// Pressed in a terminal it goes to all processes; this one ends when the server does.
process.on('SIGINT', () => undefined);
process.on('SIGTERM', () => end(0));
process.on('disconnect', () => end(0));
// It may have gone while this one was loading.
if (!process.connected) end(0);
const server = makeServer(settings.tls, (_request, response) => response.writeHead(404).end());
const door = serveScreens(server, gate, settings, log);
process.on('message', (message: ToGate) => {
  if (message.type === 'devices') door.admit(message.devices);
  else gate.take(message);
});
let port = settings.port;
server.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EADDRINUSE' || port === 0) throw error;
  // The screens are told where it is.
  port = 0;
  server.listen(0, settings.host);
});
server.on('listening', () => tellDesk({ type: 'listening', port: (server.address() as AddressInfo).port }));
server.listen(port, settings.host);
