import { describe, expect, it } from 'vitest';
import { pino } from 'pino';
import { homedir } from 'node:os';
import { makeLog } from './log.ts';
import { RecentMessages } from './recent-messages.ts';

describe('messages', () => {
  it('are remembered, the newest first, without what tells whose machine it is', () => {
    const memory = new RecentMessages();
    const log = makeLog('fatal', memory);
    log.info('started');
    log.error({ err: new Error(`no file ${homedir()}/quilts/x`) }, 'it failed');
    log.debug('nobody needs it');
    expect(memory.list().map(({ level, text }) => [level, text])).toEqual([
      ['error', 'it failed: no file ~/quilts/x'],
      ['info', 'started'],
    ]);
    for (let i = 0; i < 600; i++) log.info(`${i}`);
    expect(memory.list()).toHaveLength(500);
    expect(memory.text('1')).toMatch(/^Gorse 1, Node v.*\n.*"msg":"100"/);
    expect(memory.text('1')).not.toContain(process.cwd());
  });

  it('of an error say what and where, but not what a query was asked with', () => {
    const said: string[] = [];
    const log = makeLog('warn');
    (log as unknown as Record<symbol, unknown>)[pino.symbols.streamSym] = { write: (line: string) => said.push(line) };
    log.error({ err: new Error('Failed query: select 1 where id = $1\nparams: her name') }, 'it failed');
    const { err, msg } = JSON.parse(said[0]!) as { err: { message: string; stack: string }; msg: string };
    expect([msg, err.message]).toEqual(['it failed', 'Failed query: select 1 where id = $1']);
    expect(err.stack).toContain('log.test.ts');
    expect(said[0]).not.toContain('her name');
  });
});
