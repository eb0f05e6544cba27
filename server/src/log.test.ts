import { describe, expect, it } from 'vitest';
import { pino } from 'pino';
import { makeLog } from './log.ts';

describe('messages', () => {
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
