import { beforeEach, describe, expect, it, vi } from 'vitest';

const stored = new Map<string, string>();
vi.stubGlobal('sessionStorage', {
  getItem: (key: string) => stored.get(key) ?? null,
  setItem: (key: string, value: string) => stored.set(key, value),
  removeItem: (key: string) => stored.delete(key),
});
const { addEdit, draftOf, dropDraft, redoEdit, setEdits, splitTrim, undoEdit, withTrim } = await import('./drafts.ts');

beforeEach(() => dropDraft('kelp'));

describe('edits of a design', () => {
  it('go back and forth one at a time; a new one forgets what was undone', () => {
    addEdit('kelp', { kind: 'reverse' });
    addEdit('kelp', { kind: 'close' });
    undoEdit('kelp');
    expect(draftOf('kelp').edits).toEqual([{ kind: 'reverse' }]);
    redoEdit('kelp');
    expect(draftOf('kelp').edits).toHaveLength(2);
    undoEdit('kelp');
    undoEdit('kelp');
    undoEdit('kelp');
    expect(draftOf('kelp').edits).toEqual([]);
    addEdit('kelp', { kind: 'dropDoubled' });
    redoEdit('kelp');
    expect(draftOf('kelp').edits).toEqual([{ kind: 'dropDoubled' }]);
  });
  it('are kept apart for each design, through a reload', () => {
    addEdit('kelp', { kind: 'reverse' });
    expect(draftOf('shell').edits).toEqual([]);
    expect(stored.get('gorse-design-drafts')).toContain('reverse');
  });
  it('hold one trim at their end, which can be taken out again', () => {
    const reversed = { kind: 'reverse' } as const;
    setEdits('kelp', withTrim([reversed], 5, 0));
    const { before, trim } = splitTrim(draftOf('kelp').edits);
    expect([before, trim]).toEqual([[reversed], { start: 5, end: 0 }]);
    expect(withTrim(before, 8, 2)).toEqual([reversed, { kind: 'trim', start: 8, end: 2 }]);
    expect(withTrim(before, 0, -3)).toEqual([reversed]);
  });
});
