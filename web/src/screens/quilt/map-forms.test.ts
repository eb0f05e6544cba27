import { makeMap, mapPatches, mapTrouble, PLAIN_BLOCKS, plainGrid, type Setting } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { fieldsOf, SETTING_FORMS, SETTING_KINDS, settingAs, valueOf } from './map-forms.ts';
import { withNextKind } from './own-kinds.ts';

describe('how settings are typed', () => {
  it.each(SETTING_KINDS)('%s begins with what could be typed, and every number it has is asked for', (kind) => {
    const { first } = SETTING_FORMS[kind];
    for (const field of fieldsOf(first)) {
      expect(valueOf(first, field), field.label).toBeGreaterThanOrEqual(field.least);
      expect(valueOf(first, field), field.label).toBeLessThanOrEqual(field.most);
    }
    const numbers = Object.entries(first).flatMap(([key, value]) => (typeof value === 'number' ? [key] : []));
    expect(fieldsOf(first).map(({ key }) => key).sort()).toEqual(numbers.sort());
    expect(mapTrouble(makeMap(first, []))).toBeNull();
  }); // prettier-ignore
  it('are changed into each other with what both are told by', () => {
    const straight = plainGrid({ across: 7, down: 3, blockWidth: 111, blockHeight: 99, sashing: 22 });
    expect(settingAs(straight, 'on-point')).toEqual({
      ...SETTING_FORMS['on-point'].first,
      ...{ across: 7, down: 3, sashing: 22 },
    });
    expect(settingAs(straight, 'brick')).toMatchObject({ blockWidth: 111, blockHeight: 99 });
    expect(settingAs(straight, 'whole')).toEqual(SETTING_FORMS.whole.first);
    // Hexagons can't be taken apart.
    const pieced = { ...straight, blocks: { ...PLAIN_BLOCKS, kinds: ['rail' as const] } };
    expect(settingAs(pieced, 'hexagons')).toMatchObject({ across: 7, blocks: PLAIN_BLOCKS });
  });
});

describe('a block of a kind of its own', () => {
  const board: Setting = {
    ...plainGrid({ across: 2, down: 2, blockWidth: 100, blockHeight: 100, sashing: 0 }),
    blocks: { ...PLAIN_BLOCKS, kinds: ['plain', 'plain', 'four-patch'] },
  };
  const idsOf = (setting: Setting): string[] => mapPatches(makeMap(setting, [])).map(({ id }) => id);
  const ownOf = (setting: Setting) => ('blocks' in setting ? setting.blocks.own : []);
  it('goes on to the next kind, round to the one it had by turns, which is no longer its own', () => {
    const once = withNextKind(board, 'block-1-1');
    expect(ownOf(once)).toEqual([{ id: 'block-1-1', kind: 1 }]);
    const twice = withNextKind(once, 'block-1-1');
    expect(ownOf(twice)).toEqual([{ id: 'block-1-1', kind: 2 }]);
    expect(idsOf(twice)).toContain('block-1-1-4');
    expect(ownOf(withNextKind(twice, 'block-1-1'))).toEqual([]);
  });
  it('leaves others that are of their own as they are', () => {
    const two = withNextKind(withNextKind(board, 'block-1-1'), 'block-2-2');
    expect(ownOf(withNextKind(two, 'block-2-2'))).toEqual([
      { id: 'block-1-1', kind: 1 },
      { id: 'block-2-2', kind: 1 },
    ]);
  });
  it('is none where all blocks are of one kind, or there are no blocks', () => {
    const alike = plainGrid({ across: 2, down: 2, blockWidth: 100, blockHeight: 100, sashing: 0 });
    expect(withNextKind(alike, 'block-1-1')).toBe(alike);
    expect(withNextKind(SETTING_FORMS.strips.first, 'strip-1')).toBe(SETTING_FORMS.strips.first);
  });
});
