import compression from 'compression';
import express, { type Express, type Router } from 'express';
import helmet from 'helmet';
import type { IncomingMessage, Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { WebSocketServer } from 'ws';
import type { Config } from './config.ts';
import { Refusal } from './actions/refusal.ts';
import { FrameDesk } from './frame/frame-desk.ts';
import { StandIn } from './frame/stand-in.ts';
import { onError, sendRefusal } from './http/errors.ts';
import { foreignRequest, isLocalProgram } from './http/guard.ts';
import { apiRoutes } from './http/routes.ts';
import { ReadingDesk } from './reading/reading-desk.ts';
import { serveScreen } from './http/screen-socket.ts';
import type { Database } from './store/database.ts';

/** Messages a screen may send at most are far smaller; longer ones end the connection. */
const LONGEST_MESSAGE = 64 * 1024;
/** A stroke of a million holes. */
const LONGEST_LINK_MESSAGE = 64 * 1024 * 1024;

export interface RunningApp {
  readonly port: number;
  close(): Promise<void>;
}

/** Takes over a bound server with everything that it serves. */
export async function serve(
  server: Server,
  database: Database,
  config: Config,
  version: string,
  log: Logger,
): Promise<RunningApp> {
  const { port } = server.address() as AddressInfo;
  const standIn = config.frameLink === null ? new StandIn(config.frameSpeed, config.frameSeed) : null;
  const links = new WebSocketServer({ noServer: true, perMessageDeflate: false, maxPayload: LONGEST_LINK_MESSAGE });
  const screens = new WebSocketServer({ noServer: true, perMessageDeflate: false, maxPayload: LONGEST_MESSAGE });

  await FrameDesk.recover(database);
  // eslint-disable-next-line prefer-const -- the upgrade handler below must be in place before the desk connects
  let desk: FrameDesk;
  server.on('upgrade', (request: IncomingMessage, socket, head) => {
    const refuse = (status: string): void => {
      socket.end(`HTTP/1.1 ${status}\r\nConnection: close\r\n\r\n`);
    };
    const url = new URL(request.url ?? '/', 'http://localhost');
    const quiltId = url.searchParams.get('quilt') ?? '';
    if (foreignRequest(request, config) !== null) refuse('403 Forbidden');
    else if (url.pathname === '/frame-link' && standIn && isLocalProgram(request)) {
      links.handleUpgrade(request, socket, head, (link) => standIn.connect(link));
    } else if (url.pathname === '/api/frame' && /^[\w-]{1,64}$/.test(quiltId)) {
      screens.handleUpgrade(request, socket, head, (screen) => void serveScreen(screen, desk, quiltId));
    } else refuse('404 Not Found');
  });
  const own = config.host === '0.0.0.0' || config.host === '::' ? '127.0.0.1' : config.host;
  desk = new FrameDesk(
    database,
    config.frameLink ?? `ws://${own.includes(':') ? `[${own}]` : own}:${port}/frame-link`,
    log,
  );

  const reading = new ReadingDesk();
  server.removeAllListeners('request');
  server.on('request', makeExpress(apiRoutes(database, desk, reading, version), config, log));
  return {
    port,
    async close() {
      desk.close();
      reading.close();
      standIn?.close();
      for (const client of [...links.clients, ...screens.clients]) client.terminate();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await database.close();
    },
  };
}

function makeExpress(api: Router, config: Config, log: Logger): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: false }));
  app.use((request, response, next) => {
    const foreign = foreignRequest(request, config);
    if (foreign === null) next();
    else sendRefusal(response, new Refusal('forbidden', foreign));
  });
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'", 'data:'],
          connectSrc: ["'self'", 'ws:', 'wss:'],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.use('/api', api);
  const { webFolder } = config;
  if (webFolder !== null) {
    app.use(
      '/assets',
      express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
    );
    app.use(express.static(webFolder, { index: false }));
    app.get('/{*any}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webFolder, 'index.html'));
    });
  }
  app.use(onError);
  return app;
}
