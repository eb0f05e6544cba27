import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readConfig } from '../config.ts';
import { bind } from './bind.ts';

describe('while it starts', () => {
  let server: Awaited<ReturnType<typeof bind>>;
  let address: string;
  beforeAll(async () => {
    server = await bind({ ...readConfig({}, null), port: 0 });
    address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => void server.close());

  it('shows a person a page that goes on by itself, and tells the rest to ask again', async () => {
    const page = await fetch(`${address}/quilts/some`, { headers: { Accept: 'text/html,*/*' } });
    expect([page.status, page.headers.get('content-type')]).toEqual([503, 'text/html; charset=utf-8']);
    expect(await page.text()).toMatch(/http-equiv="refresh".*Gorse is starting/s);
    for (const [path, accept] of [
      ['/api/quilts', 'text/html'],
      ['/', 'application/json'],
    ] as const) {
      const asked = await fetch(address + path, { headers: { Accept: accept } });
      expect(asked.headers.get('retry-after')).toBe('2');
      expect(await asked.json()).toMatchObject({ code: 'unavailable' });
    }
  });
});
