import type { DevicesAnswer, ErrorAnswer, PairingCodeAnswer, ScreenMessage } from '@gorse/contract';
import { once } from 'node:events';
import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WebSocket } from 'ws';
import type { RunningApp } from '../app.ts';
import { startApp, TOP } from '../test/harness.ts';
import { PairingCodes } from './pairing-code.ts';

/** What a network would be: an address of this machine that isn't its own name for itself. */
const NETWORK = '127.0.0.2';

let app: RunningApp;
beforeAll(async () => {
  app = await startApp(15, null, NETWORK);
});
afterAll(() => app.close());

interface Answer<T> {
  readonly status: number;
  readonly body: T;
  readonly cookie: string;
}

/** Asks as a browser at the host would, or as one elsewhere in the network, with a cookie or none. */
function ask<T>(
  where: 'host' | 'network',
  method: string,
  path: string,
  body?: unknown,
  cookie = '',
): Promise<Answer<T>> {
  const host = `${where === 'host' ? 'localhost' : NETWORK}:${app.port}`;
  return new Promise((resolve, reject) => {
    const asked = request(
      {
        host: NETWORK,
        port: app.port,
        method,
        path: `/api${path}`,
        headers: { host, cookie, 'content-type': 'application/json' },
      },
      (response) => {
        let text = '';
        response.setEncoding('utf8').on('data', (part: string) => (text += part));
        response.on('end', () =>
          resolve({
            status: response.statusCode!,
            body: (text === '' ? null : JSON.parse(text)) as T,
            cookie: response.headers['set-cookie']?.[0] ?? '',
          }),
        );
      },
    );
    asked.on('error', reject);
    asked.end(body === undefined ? undefined : JSON.stringify(body));
  });
}

const codeOf = async (): Promise<string> => (await ask<PairingCodeAnswer>('host', 'POST', '/devices/code')).body.code;
const pair = (code: string, name: string) => ask<ErrorAnswer>('network', 'POST', '/pair', { code, name });

/** @param heard takes all it hears, from the first message on */
async function screenOf(quiltId: string, cookie: string, heard: ScreenMessage[] = []): Promise<WebSocket> {
  const socket = new WebSocket(`ws://${NETWORK}:${await app.screensPort}/screen?quilt=${quiltId}`, {
    headers: { cookie },
  });
  socket.on('message', (data) => heard.push(JSON.parse((data as Buffer).toString()) as ScreenMessage));
  await once(socket, 'open');
  return socket;
}

describe('a device in the network', () => {
  it('gets nothing until it is paired, and then what everybody gets', async () => {
    for (const [method, path] of [
      ['GET', '/quilts'],
      ['GET', '/health'],
      ['POST', '/backups'],
      ['POST', '/devices/code'],
    ] as const)
      expect((await ask<ErrorAnswer>('network', method, path)).body.code).toBe('unpaired');
    expect((await ask('host', 'GET', '/quilts')).status).toBe(200);

    const code = await codeOf();
    const { status, cookie } = await pair(code, 'Tablet');
    expect([status, cookie]).toEqual([
      204,
      expect.stringMatching(/^gorse-device=[\w-]{43};.*HttpOnly; SameSite=Strict/),
    ]);
    expect((await ask('network', 'GET', '/quilts', undefined, cookie)).status).toBe(200);
    expect((await ask('network', 'GET', '/quilts', undefined, 'gorse-device=wrong')).status).toBe(401);
    // A code is for one device.
    expect((await pair(code, 'Tablet')).status).toBe(403);
  });

  it('is refused after five wrong tries, whatever it tries then', async () => {
    const code = await codeOf();
    const wrong = code === '000000' ? '000001' : '000000';
    for (let i = 0; i < 5; i++) expect((await pair(wrong, 'Tablet')).status).toBe(403);
    expect((await pair(code, 'Tablet')).body.message).toMatch(/make a new one on the computer/);
    expect((await pair('12345', 'Tablet')).status).toBe(400);
  });

  it('drives by its name, neither pairs nor removes others, and is out at once when it is removed', async () => {
    const quilt = (await ask<{ id: string }>('host', 'POST', '/quilts', { name: 'Tide', ...TOP })).body;
    const { cookie } = await pair(await codeOf(), 'Tablet');
    const heard: ScreenMessage[] = [];
    const screen = await screenOf(quilt.id, cookie, heard);
    await expect.poll(() => heard).toContainEqual({ type: 'drives', name: 'Tablet 2', own: true });
    await expect(screenOf(quilt.id, '')).rejects.toThrow('401');
    expect((await ask('network', 'GET', '/devices', undefined, cookie)).status).toBe(403);

    const { devices } = (await ask<DevicesAnswer>('host', 'GET', '/devices')).body;
    expect(devices.map(({ name }) => name)).toEqual(['Tablet', 'Tablet 2']);
    const closed = once(screen, 'close');
    expect((await ask('host', 'DELETE', `/devices/${devices[1]!.id}`)).status).toBe(204);
    await closed;
    expect((await ask('network', 'GET', '/quilts', undefined, cookie)).status).toBe(401);
    await expect(screenOf(quilt.id, cookie)).rejects.toThrow('401');
  });
});

it('a code holds five minutes, and no longer than until the next is made', () => {
  const codes = new PairingCodes();
  const first = codes.make(0);
  expect(first).toEqual({ code: expect.stringMatching(/^\d{6}$/) as string, until: 300_000 });
  expect(codes.use(first.code, 300_001)).toBe(false);
  expect(codes.use(first.code, 300_000)).toBe(true);
  const second = codes.make(0);
  const third = codes.make(0);
  expect([second.code === third.code || !codes.use(second.code, 1), codes.use(third.code, 1)]).toEqual([true, true]);
});
