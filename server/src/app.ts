import type { PairingCodeAnswer } from '@gorse/contract';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { IncomingMessage, Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { Backups } from './backup/backups.ts';
import { backupFolder, type Config } from './config.ts';
import { Refusal } from './refusal.ts';
import { Devices } from './devices/devices.ts';
import { FrameDesk } from './frame/frame-desk.ts';
import { onError, sendRefusal } from './http/errors.ts';
import { foreignRequest } from './guard.ts';
import { deviceRoutes, pairedOnly } from './http/device-routes.ts';
import { backupRoutes } from './http/backup-routes.ts';
import { messageRoutes } from './http/message-routes.ts';
import { apiRoutes } from './http/routes.ts';
import type { RecentMessages } from './recent-messages.ts';
import { ReadingDesk } from './work/reading-desk.ts';
import { WorkDesk } from './work/work-desk.ts';
import type { Database } from './store/database.ts';

export interface RunningApp {
  readonly port: number;
  /** Where the Frame screens' sockets are, as soon as they are: pages need not wait for them. */
  readonly screensPort: Promise<number>;
  /** By which a device can be paired. */
  makeCode(): PairingCodeAnswer;
  close(): Promise<void>;
}

/** Takes over a bound server with everything that it serves. */
export async function serve(
  server: Server,
  database: Database,
  config: Config,
  version: string,
  log: Logger,
  messages: RecentMessages,
): Promise<RunningApp> {
  const { port } = server.address() as AddressInfo;
  await FrameDesk.recover(database);
  const desk = new FrameDesk(
    database,
    {
      host: config.host,
      hosts: config.hosts,
      tls: config.tls,
      port: config.framePort,
      pagePort: config.pagePort ?? port,
    },
    config,
    log,
  );
  server.on('upgrade', (_request, socket) => {
    socket.on('error', () => socket.destroy());
    socket.end('HTTP/1.1 404 Not Found\r\nConnection: close\r\n\r\n');
  });

  const threads = { reading: new ReadingDesk(), planning: new WorkDesk(), drawing: new WorkDesk() };
  const backups = new Backups(database, backupFolder(config), version, log);
  backups.start();
  server.removeAllListeners('request');
  log.info({ version, node: process.version }, 'Gorse started');
  const devices = new Devices(database, (admitted) => desk.admit(admitted));
  await devices.load();
  const { pair, list } = deviceRoutes(devices, config, port);
  const routes = [
    pair,
    pairedOnly(devices, config),
    list,
    messageRoutes(messages, version),
    backupRoutes(database, backups, desk, config.dataFolder, version),
    apiRoutes(database, desk, threads, version),
  ];
  server.on('request', makeExpress(routes, config, log));
  return {
    port,
    screensPort: desk.ready.then(() => desk.screensPort),
    makeCode: () => devices.makeCode(),
    async close() {
      await desk.close();
      await backups.close();
      for (const thread of Object.values(threads)) thread.close();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await database.close();
    },
  };
}

function makeExpress(api: readonly RequestHandler[], config: Config, log: Logger): Express {
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
          connectSrc: ["'self'", screensOrigin(config)],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  // A file to keep is not worth the time: it goes no farther than the room.
  app.use(
    compression({
      filter: (request, response) =>
        !response.hasHeader('Content-Disposition') && compression.filter(request, response),
    }),
  );
  app.use('/api', ...api);
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

/** The Frame screens' sockets are on another port of the same host, and after a restart perhaps on yet another. */
const screensOrigin =
  ({ tls }: Config) =>
  ({ headers }: IncomingMessage): string =>
    `${tls ? 'wss' : 'ws'}://${headers.host?.replace(/:\d+$/, '') ?? ''}:*`;
