import { plainGrid, randomFrom } from '@gorse/core';
import { once } from 'node:events';
import { connect } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WebSocket, WebSocketServer } from 'ws';
import type { RunningApp } from '../app.ts';
import { apiOf, openScreen, readyQuilt, startApp } from '../test/harness.ts';

let app: RunningApp;
let bridge: WebSocketServer;
/** The last link that Gorse opened to the bridge. */
let link: WebSocket | null = null;
beforeAll(async () => {
  bridge = new WebSocketServer({ port: 0, host: '127.0.0.1' });
  await once(bridge, 'listening');
  bridge.on('connection', (socket) => {
    link = socket;
    socket.on('error', () => undefined);
  });
  app = await startApp();
});
afterAll(async () => {
  await app.close();
  bridge.close();
});

const TYPES = [
  'state',
  'event',
  'loaded',
  'hello',
  'confirmed',
  'stop',
  'jog',
  'goTo',
  'touch',
  'start',
  'drive',
  'load',
  'x',
];
/** Any message, from well-formed but wrong to no message at all. */
function nonsense(random: () => number): string | Buffer {
  const any = (): unknown =>
    [null, 1, -1, 1e308, 'r', true, [], {}, { type: 'stop' }, '\u0000'][Math.floor(random() * 10)];
  const what = random();
  if (what < 0.05) return Buffer.from([0xff, 0xfe, 0x00]);
  if (what < 0.1) return '{';
  if (what < 0.15) return 'null';
  const fields = ['x', 'y', 'dx', 'dy', 'run', 'hash', 'stroke', 'stitch', 'seq', 'kind', 'mode', 'touch', 'command'];
  const type = TYPES[Math.floor(random() * TYPES.length)];
  return JSON.stringify({
    type,
    ...Object.fromEntries(fields.filter(() => random() < 0.3).map((name) => [name, any()])),
  });
}

/** What no browser sends: bytes on the plain connection. */
const RAW = [
  'GET // HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n\r\n',
  'GET //?quilt=% HTTP/1.1\r\nHost: [\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nOrigin: null\r\n\r\n',
  'GET /screen?quilt=%00 HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Version: 99\r\n\r\n',
  'GET /screen?quilt=q HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: Upgrade\r\nUpgrade: websocket\r\nSec-WebSocket-Key: x\r\n\r\n',
  '\x00\xff\xfe',
];
/** After a handshake: a reserved bit, a message longer than is taken, text that isn't UTF-8. */
const FRAMES = [
  Buffer.from([0xf1, 0x80, 0, 0, 0, 0]),
  Buffer.from([0x81, 0xff, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 0, 0]),
  Buffer.from([0x81, 0x82, 0, 0, 0, 0, 0xc3, 0x28]),
];

async function rawConnection(port: number, bytes: string | Buffer): Promise<void> {
  const socket = connect(port, '127.0.0.1');
  socket.on('error', () => undefined);
  await once(socket, 'connect');
  socket.write(bytes);
  // A reset, while the answer is on its way.
  await new Promise((resolve) => setTimeout(resolve, 1));
  socket.resetAndDestroy();
}

describe('stray messages', () => {
  it('from 500 connections and in 20,000 messages end nothing: a screen still drives and stops', async () => {
    const random = randomFrom(11);
    const api = apiOf(app);
    const quiltId = await readyQuilt(api);
    for (let i = 0; i < 440; i++)
      await rawConnection(i % 2 === 0 ? app.port : await app.screensPort, RAW[Math.floor(random() * RAW.length)]!);
    for (let i = 0; i < 60; i++) {
      const socket = new WebSocket(`ws://127.0.0.1:${await app.screensPort}/screen?quilt=${quiltId}`);
      socket.on('error', () => undefined);
      await once(socket, 'open');
      for (let n = 0; n < 334; n++) socket.send(nonsense(random));
      (socket as unknown as { _socket: { write(bytes: Buffer): void } })._socket.write(FRAMES[i % FRAMES.length]!);
      socket.once('message', () => undefined);
      await Promise.race([once(socket, 'close'), new Promise((resolve) => setTimeout(resolve, 200))]);
      socket.terminate();
    }
    const screen = await openScreen(app, quiltId);
    screen.say({ type: 'drive' });
    screen.say({ type: 'stop' });
    await screen.goTo({ x: 400, y: 300 });
    screen.close();
    expect((await api('GET', '/health')).status).toBe(200);
  });

  it('from a bridge are noted and go no farther', async () => {
    const random = randomFrom(12);
    const { port } = bridge.address() as { port: number };
    const bridged = await startApp(15, `ws://127.0.0.1:${port}`);
    try {
      const api = apiOf(bridged);
      const { body } = await api<{ id: string }>('POST', '/quilts', { name: 'q', setting: SETTING, borders: [] });
      const socket = new WebSocket(`ws://127.0.0.1:${await bridged.screensPort}/screen?quilt=${body.id}`);
      const heard = new Set<string>();
      socket.on('message', (data) => heard.add((JSON.parse((data as Buffer).toString()) as { type: string }).type));
      await once(socket, 'open');
      for (let i = 0; i < 40 && !link; i++) await new Promise((resolve) => setTimeout(resolve, 50));
      for (let i = 0; i < 5000; i++) link!.send(nonsense(random));
      await new Promise((resolve) => setTimeout(resolve, 300));
      for (const type of TYPES.filter((one) => one !== 'confirmed')) expect([...heard]).not.toContain(type);
      expect((await api('GET', '/health')).status).toBe(200);
      socket.close();
    } finally {
      await bridged.close();
    }
  });
});

const SETTING = plainGrid({ across: 1, down: 1, blockWidth: 100, blockHeight: 100, sashing: 0 });
