import type { FileQuestion } from '@gorse/contract';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api, ApiError } from '../../api/api.ts';
import {
  answerAsked,
  cancelReading,
  dropAsked,
  forgetReading,
  readFiles,
  readStarters,
  useReading,
} from './reading.ts';

vi.mock('../../library-worker/library.ts', () => ({
  library: () => ({
    unzip: (bytes: Uint8Array) =>
      bytes.length === 0
        ? Promise.reject(new Error('This zip can’t be opened.'))
        : Promise.resolve({
            files: [{ name: 'inner.svg', bytes }],
            left: [{ name: 'notes.txt.exe', why: 'is no design file' }],
          }),
  }),
}));

/** Files whose names tell what the server says of them; what it was told is kept. */
const told: string[] = [];
const question: FileQuestion = {
  unit: { width: 4, height: 2, likely: null },
  table: null,
  needle: null,
  unseen: null,
};
const add = vi.spyOn(api, 'addDesign').mockImplementation((name, _body, answers = {}) => {
  told.push(`${name} ${answers.unit ?? '-'}`);
  if (name.startsWith('bad')) return Promise.reject(new ApiError('cannotRead', `${name}: Line 3: it is torn.`));
  if (name.startsWith('plain') && !answers.unit) {
    return Promise.reject(
      new ApiError('needsAnswer', 'Which unit?', { code: 'needsAnswer', message: '', details: [], question } as never),
    );
  }
  return Promise.resolve({ id: `id of ${name}`, name, remarks: [] } as never);
});

const file = (name: string, content = 'x'): File => new File([content], name);
const state = () => useReading.getState();

beforeEach(() => {
  told.length = 0;
  dropAsked(state().asked);
  forgetReading();
});

describe('reading a batch', () => {
  it('goes through all, opens zips, and reports each bad one', async () => {
    await readFiles([file('a.svg'), file('bad.dxf'), file('sea.zip'), file('b.hpgl'), file('photo.jpeg')]);
    expect(told).toEqual(['a.svg -', 'bad.dxf -', 'inner.svg -', 'b.hpgl -']);
    expect(state().read.map(({ name }) => name)).toEqual(['a.svg', 'inner.svg', 'b.hpgl']);
    expect(Object.fromEntries(state().refused.map(({ name, why }) => [name, why]))).toEqual({
      'bad.dxf': 'Line 3: it is torn.',
      'notes.txt.exe': 'It is no design file.',
      'photo.jpeg': expect.stringMatching(/^Gorse reads SVG/) as string,
    });
    expect([state().progress, state().newestId]).toEqual([null, 'id of b.hpgl']);
  });
  it('reads the designs that come with Gorse, or says why not', async () => {
    const had = vi.spyOn(api, 'starterDesigns').mockResolvedValueOnce(new Blob(['x']));
    await readStarters();
    expect(told).toEqual(['inner.svg -']);
    had.mockRejectedValueOnce(new ApiError('offline', 'Gorse’s server does not answer.'));
    await expect(readStarters()).rejects.toThrow('does not answer');
    expect(state().progress).toBeNull();
  });
  it('says of a zip that can’t be opened why, and goes on', async () => {
    await readFiles([new File([], 'torn.zip'), file('a.svg')]);
    expect(state().refused).toEqual([{ name: 'torn.zip', why: 'This zip can’t be opened.' }]);
    expect(state().read).toHaveLength(1);
  });
  it('sends no file that is too large', async () => {
    const large = file('large.svg');
    Object.defineProperty(large, 'size', { value: 21 * 1024 * 1024 });
    await readFiles([large]);
    expect(told).toEqual([]);
    expect(state().refused[0]!.why).toMatch(/larger than 20 MB/);
  });
  it('collects files that don’t say their unit, and reads them as answered', async () => {
    await readFiles([file('plain1.gcode'), file('a.svg'), file('plain2.gcode')]);
    expect(state().asked.map(({ source }) => source.name)).toEqual(['plain1.gcode', 'plain2.gcode']);
    await answerAsked([state().asked[0]!], () => ({ unit: 'in' }));
    expect(state().asked.map(({ source }) => source.name)).toEqual(['plain2.gcode']);
    await answerAsked(state().asked, () => ({ unit: 'mm' }));
    expect(told.slice(3)).toEqual(['plain1.gcode in', 'plain2.gcode mm']);
    expect([state().asked, state().read.length]).toEqual([[], 3]);
  });
  it('keeps what is still asked when another batch comes, and drops it when told', async () => {
    await readFiles([file('plain1.gcode')]);
    await readFiles([file('a.svg')]);
    expect(state().asked).toHaveLength(1);
    dropAsked(state().asked);
    expect(state().asked).toEqual([]);
  });
  it('stops when asked, saying how many are left', async () => {
    add.mockImplementationOnce(() => {
      cancelReading();
      return Promise.resolve({ id: '1', name: 'first', remarks: [] } as never);
    });
    await readFiles([file('1.svg'), file('2.svg'), file('3.svg')]);
    expect([state().read.length, state().cancelled, state().progress]).toEqual([1, 2, null]);
    forgetReading();
    expect([state().read, state().cancelled, state().newestId]).toEqual([[], 0, '1']);
  });
  it('begins no second batch while one is under way', async () => {
    const first = readFiles([file('1.svg')]);
    await readFiles([file('2.svg')]);
    await first;
    expect(told).toEqual(['1.svg -']);
  });
});
