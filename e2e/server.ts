import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../server/dist/main.js', import.meta.url));

/** Every cloth in a test lies the same way each time. */
export const CLOTH_SEED = 11;

/** Names the folder with the demo data to the tests. */
export const DEMO_FOLDER = 'GORSE_TEST_DEMO';

export interface TestServer {
  readonly address: string;
  readonly folder: string;
  readonly pid: number;
  /** As a power cut would: no chance to tidy up. Nothing happens to one that has ended. */
  kill(): Promise<void>;
  /** As one who is asked to end. */
  end(): Promise<void>;
}

export interface ServerOptions {
  readonly folder?: string;
  readonly port?: string;
  readonly speed?: number;
  readonly frameLink?: string;
  readonly databaseUrl?: string;
  readonly host?: string;
}

/** What is still running when this process ends, however that comes, ends with it. */
const running = new Set<ChildProcess>();
process.once('exit', () => running.forEach((child) => child.kill('SIGKILL')));

/** Starts the built server on a data folder (a new one when none is given) and a free port, the stand-in some times faster than life. */
export async function startServer(options: ServerOptions = {}): Promise<TestServer> {
  const folder = options.folder ?? mkdtempSync(join(tmpdir(), 'gorse-'));
  const child = spawnServer({ ...options, folder });
  running.add(child);
  child.once('exit', () => running.delete(child));
  const address = await new Promise<string>((resolve, reject) => {
    child.stdout!.setEncoding('utf8').on('data', (text: string) => {
      const found = /http:\/\/\S+/.exec(text)?.[0];
      if (found) resolve(found);
    });
    child.on('exit', (code) => reject(new Error(`the server ended with ${String(code)}`)));
  });
  const gone = async (signal: NodeJS.Signals): Promise<void> => {
    if (child.exitCode !== null || child.signalCode !== null) return;
    child.kill(signal);
    await once(child, 'exit');
  };
  return { address, folder, pid: child.pid!, kill: () => gone('SIGKILL'), end: () => gone('SIGTERM') };
}

/** A server with the demo quilts and designs, on a copy of the folder that `demo-folder.ts` made. */
export function startDemo(options: ServerOptions = {}): Promise<TestServer> {
  const folder = mkdtempSync(join(tmpdir(), 'gorse-'));
  // What is left of another server's lock is no part of the data, and can't be copied.
  cpSync(process.env[DEMO_FOLDER]!, folder, { recursive: true, filter: (path) => !/alive\.[^/]*$/.test(path) });
  return startServer({ ...options, folder });
}

/** A server that is expected to refuse: what it says and how it ends. */
export async function refusedServer(folder: string): Promise<{ readonly code: number; readonly said: string }> {
  const child = spawnServer({ folder, speed: 1 });
  let said = '';
  child.stderr!.setEncoding('utf8').on('data', (text: string) => (said += text));
  const [code] = (await once(child, 'close')) as [number];
  return { code, said };
}

const spawnServer = ({
  folder,
  port = '0',
  speed = 10,
  frameLink = '',
  databaseUrl = '',
  host = '127.0.0.1',
}: ServerOptions & { readonly folder: string }): ChildProcess =>
  spawn('node', [MAIN], {
    env: {
      ...process.env,
      GORSE_DATA: folder,
      PORT: port,
      HOST: host,
      GORSE_FRAME_SPEED: String(speed),
      GORSE_FRAME_SEED: String(CLOTH_SEED),
      GORSE_FRAME_LINK: frameLink,
      DATABASE_URL: databaseUrl,
    },
  });

export const removeFolder = (folder: string): void => rmSync(folder, { recursive: true, force: true });
