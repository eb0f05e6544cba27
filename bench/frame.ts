import type { FrameAddress, QuiltSummary } from '@gorse/contract';
import type { FrameCommand } from '@gorse/core';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { Worker } from 'node:worker_threads';
import { WebSocket, WebSocketServer } from 'ws';
import { makeDemo } from '../demo/make-demo.mjs';
import { ask } from '../e2e/ask.ts';
import { printFigure, quantile } from './figures.ts';
import { withServer } from './with-server.ts';

const STOPS = 3000;
/** Between two presses of STOP, ms. */
const EVERY = 10;

/** STOP from a screen to the frame, while the server prints, exports, lists and edits as fast as it can. */
export async function benchFrame(): Promise<void> {
  const bridge = new WebSocketServer({ port: 0, host: '127.0.0.1' });
  await once(bridge, 'listening');
  let arrived: () => void = () => undefined;
  bridge.on('connection', (link) => {
    const beat = setInterval(() => link.send(JSON.stringify(STATE)), 500);
    link.on('close', () => clearInterval(beat));
    link.on('message', (data) => {
      const { type } = JSON.parse((data as Buffer).toString()) as FrameCommand;
      if (type === 'hello') link.send(JSON.stringify(HELLO));
      if (type !== 'stop') return;
      arrived();
      link.send(JSON.stringify({ type: 'confirmed', command: 'stop' }));
    });
  });
  const frameLink = `ws://127.0.0.1:${(bridge.address() as AddressInfo).port}`;
  try {
    await withServer(
      async ({ address }) => {
        await makeDemo(address);
        const { quilts } = await ask<{ quilts: QuiltSummary[] }>(address, '/quilts');
        const { id } = quilts.find(({ name }) => name === 'Harbour Lights')!;
        const { port } = await ask<FrameAddress>(address, '/frame');
        const screen = new WebSocket(`ws://${new URL(address).hostname}:${port}/screen?quilt=${id}`);
        await once(screen, 'open');
        const times: number[] = [];
        const paths = ['pass-sheets', 'export?format=svg', 'row-sheet'].map((what) => `/quilts/${id}/${what}`);
        // In a thread of its own, so that what is downloaded doesn't hold the clock up.
        const load = new Worker(ASKS_ON, {
          eval: true,
          workerData: [...paths, '/quilts', '/designs'].map((path) => `${address}/api${path}`),
        });
        for (let i = 0; i < STOPS; i++) {
          const start = performance.now();
          const there = new Promise<void>((resolve) => (arrived = resolve));
          screen.send(JSON.stringify({ type: 'stop' }));
          await there;
          times.push(performance.now() - start);
          await new Promise((resolve) => setTimeout(resolve, EVERY));
        }
        await load.terminate();
        screen.close();
        const unit = `ms from a screen to the frame, of ${STOPS}, the server printing, exporting and listing meanwhile`;
        printFigure('frame.stop_ms_p50', quantile(times, 0.5), unit, null);
        printFigure('frame.stop_ms_p999', quantile(times, 0.999), unit, '<= 20');
      },
      { frameLink },
    );
  } finally {
    for (const link of bridge.clients) link.terminate();
    bridge.close();
  }
}

/** Asks for each address again and again. */
const ASKS_ON = `
  const { workerData } = require('node:worker_threads');
  for (const url of workerData)
    (async () => {
      for (;;) await fetch(url).then((answer) => answer.arrayBuffer());
    })();
`;

const HELLO = { type: 'hello', version: 3, name: 'bench', standIn: false, width: 3000, reach: 500, seq: 0, held: null };
const STATE = {
  ...{ type: 'state', mode: 'idle', needle: 'up', x: 0, y: 0, run: null },
  ...{ bobbinThreadUp: false, bobbin: 1, fault: null, seq: 0 },
};
