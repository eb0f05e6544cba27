import 'reflect-metadata';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { pino } from 'pino';
import { bind, serve } from './app.ts';
import { readConfig } from './config.ts';
import { MIGRATIONS, openDatabase } from './store/database.ts';
import { FolderInUse, lockFolder } from './store/folder-lock.ts';

const packageFolder = dirname(MIGRATIONS);
const webFolder = join(packageFolder, '..', 'web', 'dist');
const { version } = JSON.parse(readFileSync(join(packageFolder, 'package.json'), 'utf8')) as { version: string };
const log = pino({ level: process.env.LOG_LEVEL || 'warn' });

try {
  const config = readConfig(process.env, existsSync(join(webFolder, 'index.html')) ? webFolder : null);
  // In this order: a second server must fail before it touches the data.
  if (config.databaseUrl === null) lockFolder(config.dataFolder);
  const server = await bind(config);
  const app = await serve(server, await openDatabase(config), config, version, log);
  console.log(`Gorse is at http://${config.host.includes(':') ? `[${config.host}]` : config.host}:${app.port}`);

  let closing = false;
  const close = (): void => {
    if (closing) return;
    closing = true;
    void app.close().then(() => process.exit(0));
  };
  process.on('SIGINT', close);
  process.on('SIGTERM', close);
} catch (error) {
  const { code } = error as NodeJS.ErrnoException;
  if (error instanceof FolderInUse) console.error(error.message);
  else if (code === 'EADDRINUSE')
    console.error('That port is taken by another program. Stop it, or set PORT to another number.');
  else console.error('Gorse could not start:', error);
  process.exit(1);
}
