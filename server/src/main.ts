import 'reflect-metadata';
import { existsSync, readFileSync } from 'node:fs';
import { setPriority } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CannotStart } from './cannot-start.ts';
import { backupFolder, readConfig } from './config.ts';
import { makeLog } from './log.ts';
import { RecentMessages } from './recent-messages.ts';
import { addressesOf } from './devices/addresses.ts';
import { isOpen } from './guard.ts';
import { bind } from './http/bind.ts';
import type { Database } from './store/database.ts';
import { lockFolder } from './store/folder-lock.ts';

// Both `src` (run as it is) and `dist` (bundled) lie in the package.
const packageFolder = dirname(dirname(fileURLToPath(import.meta.url)));
const webFolder = join(packageFolder, '..', 'web', 'dist');
const { version } = JSON.parse(readFileSync(join(packageFolder, 'package.json'), 'utf8')) as { version: string };
const messages = new RecentMessages();
const log = makeLog(process.env.LOG_LEVEL || 'warn', messages);

/** The nice value of all but the gate: where the machine has too much to do, STOP goes first. */
const MAKES_WAY = 5;
/** Whatever hangs, it ends within this time, ms. */
const LONGEST_CLOSE = 5000;

try {
  const config = readConfig(process.env, existsSync(join(webFolder, 'index.html')) ? webFolder : null);
  // In this order: a second server must fail before it touches the data.
  if (config.databaseUrl === null) await lockFolder(config.dataFolder);
  const server = await bind(config);
  // While the database opens, what works on it is loaded.
  const openData = async (): Promise<Database> => {
    const { openDatabase } = await import('./store/open-database.ts');
    return openDatabase(config, async (tables) => {
      const { backUp } = await import('./backup/backups.ts');
      await backUp(tables, backupFolder(config), 'before-update', version);
    });
  };
  const { restore } = config;
  const opening = openData().catch(async (error: unknown) => {
    if (restore === null || !(error instanceof CannotStart) || !error.damaged) throw error;
    return (await import('./backup/rescue.ts')).rescue(config, restore, openData);
  });
  const [database, { serve }] = await Promise.all([opening, import('./app.ts')]);
  const app = await serve(server, database, config, version, log, messages);
  // What is started from here on, and this itself, makes way for the gate.
  setPriority(MAKES_WAY);
  const open = isOpen(config);
  const everywhere = config.host === '0.0.0.0' || config.host === '::';
  const here = everywhere ? 'localhost' : config.host.includes(':') ? `[${config.host}]` : config.host;
  console.log(`Gorse is at ${config.tls ? 'https' : 'http'}://${here}:${app.port}`);
  if (open) {
    const { greeting } = await import('./devices/greeting.ts');
    console.log(await greeting(addressesOf(config, app.port), app.makeCode()));
  }

  let closing = false;
  const close = (code: number): void => {
    if (closing) return;
    closing = true;
    void app.close().then(() => process.exit(code));
    // The gate holds the needle as soon as this process is gone.
    setTimeout(() => process.exit(code), LONGEST_CLOSE).unref();
  };
  process.on('SIGINT', () => close(0));
  process.on('SIGTERM', () => close(0));
  // The last resort: what nobody expected is told, and all ends in order.
  for (const event of ['uncaughtException', 'unhandledRejection'] as const) {
    process.on(event, (error: unknown) => {
      log.fatal({ err: error }, 'Gorse failed and ends; start it again');
      close(1);
    });
  }
} catch (error) {
  const { code } = error as NodeJS.ErrnoException;
  if (error instanceof CannotStart) console.error((error as Error).message);
  else if (code === 'EADDRINUSE')
    console.error('That port is taken by another program. Stop it, or set PORT to another number.');
  else console.error('Gorse could not start:', error);
  process.exit(1);
}
