import { encodeStrokes } from '@gorse/core';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { api, ApiError, questionOf, sentenceOf, staleAnswer } from './api.ts';

/** What was asked, and what is answered next. */
const asked: { readonly url: string; readonly method: string; readonly body: unknown }[] = [];
let answer: () => Promise<Response>;
vi.stubGlobal('fetch', (url: string, options: RequestInit) => {
  asked.push({ url, method: options.method!, body: options.body });
  return answer();
});
const answers = (body: unknown, status = 200): void => {
  answer = () => Promise.resolve(Response.json(body, { status }));
};
afterEach(() => asked.splice(0));

const failure = async (work: Promise<unknown>): Promise<ApiError> => {
  const error: unknown = await work.then(() => null).catch((reason: unknown) => reason);
  expect(error).toBeInstanceOf(ApiError);
  return error as ApiError;
};

describe('asking the server', () => {
  it('for a design file sends its name and what was answered of it', async () => {
    answers({ id: 'd' }, 201);
    const file = new Blob(['x,y']);
    await api.addDesign('a & b.csv', file, { unit: 'in', columns: [2, 0] });
    await api.addDesign('c.svg', file);
    await api.addDesign('d.gcode', file, { exchanged: false });
    await api.addDesign('d.gcode', file, { exchanged: true });
    expect(asked.map(({ url }) => url)).toEqual([
      '/api/designs?file=a+%26+b.csv&unit=in&x=2&y=0',
      '/api/designs?file=c.svg',
      '/api/designs?file=d.gcode&exchanged=false',
      '/api/designs?file=d.gcode&exchanged=true',
    ]);
    expect(asked[0]).toMatchObject({ method: 'POST', body: file });
  });
  it('for strokes gets them from their bytes', async () => {
    const strokes = [Float64Array.of(1, 2, 3, 4), Float64Array.of(5, 6)];
    answer = () => Promise.resolve(new Response(encodeStrokes(strokes)));
    expect(await api.designStrokes('d')).toEqual(strokes);
  });
  it('makes addresses for what is downloaded', () => {
    expect(api.designExportAddress('d', 'pdf', 'a4')).toBe('/api/designs/d/export?format=pdf&paper=a4');
    expect(api.designExportAddress('d', 'svg')).toBe('/api/designs/d/export?format=svg');
    expect(api.exportAddress('q', 'dxf', 'placements.p')).toBe('/api/quilts/q/export?format=dxf&of=placements.p');
  });
  it('takes the sentence of a refusal', async () => {
    answers({ code: 'cannotRead', message: 'Line 2: torn.', details: [] }, 422);
    const error = await failure(api.designs());
    expect([error.code, sentenceOf(error), questionOf(error), staleAnswer(error)]).toEqual([
      'cannotRead',
      'Line 2: torn.',
      null,
      null,
    ]);
  });
  it('knows a question about units, and a stale plan', async () => {
    const question = { unit: { width: 4, height: 2 }, table: null };
    answers({ code: 'needsAnswer', message: 'Which?', details: [], question }, 422);
    expect(questionOf(await failure(api.designs()))).toEqual(question);
    answers({ code: 'stale', message: 'Others were here.', details: [], revision: 7, since: [], conflicts: [] }, 409);
    expect(staleAnswer(await failure(api.designs()))).toMatchObject({ revision: 7 });
  });
  it('has a sentence when the server is away, or gives no reason', async () => {
    answer = () => Promise.reject(new TypeError('failed to fetch'));
    expect((await failure(api.designs())).code).toBe('offline');
    answer = () => Promise.resolve(new Response('<html>', { status: 502 }));
    const error = await failure(api.designs());
    expect([error.code, error.message]).toEqual(['failed', 'The server gave no reason. Try again.']);
    expect(sentenceOf('not an error')).toBe('Something went wrong. Try again.');
  });
});
