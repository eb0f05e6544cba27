import { checkedScreenCommand, ContractError, type ScreenMessage } from '@gorse/contract';
import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import type { Logger } from 'pino';
import { type WebSocket, WebSocketServer } from 'ws';
import { type Admitted, tokenHashOf } from '../devices/token.ts';
import { foreignRequest, isAtHost, isOpen } from '../guard.ts';
import type { Config } from '../config.ts';
import type { Gate } from './gate.ts';

/** Where the gate is to listen, and who may come. */
export interface GateSettings extends Pick<Config, 'host' | 'hosts' | 'tls'> {
  /** 0, or taken: any free one. */
  readonly port: number;
  /** The pages that come here were served on this port of the same host. */
  readonly pagePort: number;
}

/** Messages a screen may send at most are far smaller; longer ones end the connection. */
const LONGEST_MESSAGE = 64 * 1024;
const SENTENCE = 'The frame was sent something it can’t read. Load this page again.';

/** Where Frame screens come in. */
export interface ScreenDoor {
  /** From now on these devices may come in from the network; the screens of others are closed. */
  admit(devices: readonly Admitted[]): void;
}

/** Lets Frame screens in: their commands are checked and passed on, and all that happens at the frame is told. */
export function serveScreens(
  server: Server,
  gate: Gate,
  settings: GateSettings,
  log: Pick<Logger, 'debug'>,
): ScreenDoor {
  let admitted: ReadonlyMap<string, string> = new Map();
  const open = new Map<WebSocket, string>();
  const sockets = new WebSocketServer({ noServer: true, perMessageDeflate: false, maxPayload: LONGEST_MESSAGE });
  server.on('upgrade', (request: IncomingMessage, socket: Duplex, head: Buffer) => {
    socket.on('error', () => socket.destroy());
    const refuse = (status: string): void => void socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\n\r\n`);
    const asked = askedFor(request);
    if (foreignRequest(request, settings, settings.pagePort) !== null) refuse('403 Forbidden');
    else if (!asked) refuse('404 Not Found');
    else {
      const hash = isOpen(settings) && !isAtHost(request) ? (tokenHashOf(request) ?? '') : null;
      const device = hash === null ? null : admitted.get(hash);
      if (device === undefined) refuse('401 Unauthorized');
      else
        sockets.handleUpgrade(request, socket, head, (screen) => {
          if (hash !== null) open.set(screen, hash);
          screen.on('close', () => open.delete(screen));
          serveScreen(screen, gate, { ...asked, name: device ?? asked.name });
        });
    }
  });
  sockets.on('wsClientError', (error) => log.debug({ err: error }, 'a screen could not be let in'));
  return {
    admit(devices) {
      admitted = new Map(devices.map(({ tokenHash, name }) => [tokenHash, name]));
      for (const [screen, hash] of open) if (!admitted.has(hash)) screen.close();
    },
  };
}

interface AskedFor {
  readonly quiltId: string;
  readonly name: string;
}

/** Null when it is no Frame screen's address. */
function askedFor({ url }: IncomingMessage): AskedFor | null {
  const [path, query] = (url ?? '').split('?', 2);
  const asked = new URLSearchParams(query);
  const quiltId = asked.get('quilt') ?? '';
  if (path !== '/screen' || !/^[\w-]{1,64}$/.test(quiltId)) return null;
  return { quiltId, name: asked.get('name') === 'tablet' ? 'the tablet' : 'the computer' };
}

function serveScreen(socket: WebSocket, gate: Gate, { quiltId, name }: AskedFor): void {
  const tell = (message: ScreenMessage): void => {
    if (socket.readyState === socket.OPEN) socket.send(JSON.stringify(message));
  };
  // `close` follows.
  socket.on('error', () => undefined);
  const screen = gate.opened(quiltId, name, tell);
  socket.on('close', () => gate.left(screen));
  socket.on('message', (data) => {
    try {
      gate.command(screen, checkedScreenCommand(JSON.parse((data as Buffer).toString('utf8'))));
    } catch (error) {
      tell({ type: 'refused', command: 'hello', sentence: error instanceof ContractError ? error.message : SENTENCE });
    }
  });
}
