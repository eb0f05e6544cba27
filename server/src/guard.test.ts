import type { IncomingMessage } from 'node:http';
import { describe, expect, it } from 'vitest';
import { readConfig } from './config.ts';
import { foreignRequest, isLocalProgram } from './guard.ts';

const request = (headers: Record<string, string>, remoteAddress = '127.0.0.1'): IncomingMessage =>
  ({ headers, socket: { remoteAddress } }) as unknown as IncomingMessage;
const foreign = (headers: Record<string, string>, env: NodeJS.ProcessEnv = {}): boolean =>
  foreignRequest(request(headers), readConfig(env, null)) !== null;

describe('where a request may come from', () => {
  it.each([
    ['its own address', { host: '127.0.0.1:4310' }, {}, false],
    ['localhost', { host: 'localhost:4310', origin: 'http://localhost:4310' }, {}, false],
    ['IPv6', { host: '[::1]:4310' }, {}, false],
    ['a page from elsewhere', { host: '127.0.0.1:4310', origin: 'https://elsewhere.example' }, {}, true],
    ['the same host on another port', { host: '127.0.0.1:4310', origin: 'http://127.0.0.1:8080' }, {}, true],
    ['a sandboxed page', { host: '127.0.0.1:4310', origin: 'null' }, {}, true],
    ['a name pointed here', { host: 'elsewhere.example:4310' }, {}, true],
    ['a name that was allowed', { host: 'studio.lan:4310' }, { GORSE_HOSTS: 'barn.lan, studio.lan' }, false],
    ['no host at all', {}, {}, true],
    ['a number while only this machine is served', { host: '10.0.0.7:4310' }, {}, true],
    ['a number while all are served', { host: '10.0.0.7:4310' }, { HOST: '0.0.0.0' }, false],
    ['a name pointed here while all are served', { host: 'elsewhere.example' }, { HOST: '0.0.0.0' }, true],
  ])('%s', (_what, headers, env, refused) => {
    expect(foreign(headers as Record<string, string>, env as NodeJS.ProcessEnv)).toBe(refused);
  });

  it('the stand-in is for programs of this machine', () => {
    expect(isLocalProgram(request({}))).toBe(true);
    expect(isLocalProgram(request({}, '::ffff:127.0.0.1'))).toBe(true);
    expect(isLocalProgram(request({}, '10.0.0.7'))).toBe(false);
    expect(isLocalProgram(request({ origin: 'http://127.0.0.1:4310' }))).toBe(false);
  });
});

describe('settings', () => {
  it('have their defaults', () => {
    expect(readConfig({}, null)).toMatchObject({
      host: '127.0.0.1',
      port: 4310,
      databaseUrl: null,
      frameSpeed: 1,
      frameLink: null,
      hosts: [],
    });
    expect(readConfig({}, null).dataFolder).toMatch(/data$/);
  });
  it.each([
    ['PORT', 'many'],
    ['PORT', '70000'],
    ['GORSE_FRAME_SPEED', '0'],
  ])('%s=%s is refused with a sentence', (name, value) => {
    expect(() => readConfig({ [name]: value }, null)).toThrow(`${name} is "${value}"; set it to a number`);
  });
});
