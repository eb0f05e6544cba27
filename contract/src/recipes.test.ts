import { usualStages } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { checkedEdit } from './edits.ts';
import { pathsOf } from './test/faults.ts';

describe('edits of a plan', () => {
  it('take recipes with every fit and its own settings, and patches that differ; nothing else', () => {
    const pin = { spot: { kind: 'line', along: 0.25 }, onto: { corner: 2, x: 5, y: -3 } };
    const fits: readonly object[] = [
      { kind: 'place', scale: 1.5, pin, second: { ...pin, spot: { kind: 'box', u: 0, v: 1 } } },
      { kind: 'contain', margins: [6, -2], turn: 'free' },
      { kind: 'threePoint', margins: [0], apex: 2 },
      { kind: 'corners', margins: [1, 2, 3, 4], bend: 'straight' },
      { kind: 'edges', margins: [0] },
      { kind: 'along', margins: [3] },
    ];
    const recipe = (fit: object) => ({ ...usualStages('d'), id: 'r', fit });
    const sent = (after: object, kind = 'recipes') => ({
      ...{ editId: 'edit-0001', baseRevision: 0, mark: 'recipe' },
      diff: [{ kind, id: 'r', before: null, after }],
    });
    for (const fit of fits) expect(checkedEdit(sent(recipe(fit))).diff[0]!.after).toMatchObject({ fit });
    const faulty: readonly (readonly [object, string])[] = [
      [{ kind: 'place', scale: 0, pin, second: null }, 'scale'],
      [
        { kind: 'place', scale: 1, pin: { ...pin, spot: { kind: 'line', along: 1.2 } }, second: null },
        'pin.spot.along',
      ],
      [{ kind: 'contain', margins: [], turn: 'held' }, 'margins'],
      [{ kind: 'contain', margins: [Infinity], turn: 'held' }, 'margins'],
      [{ kind: 'threePoint', margins: [0], apex: 3 }, 'apex'],
      [{ kind: 'corners', margins: [0], bend: 'round' }, 'bend'],
      [{ kind: 'edges', margins: [0], apex: 0 }, 'apex'],
    ];
    const paths = (value: unknown): readonly string[] => [...new Set(pathsOf(() => checkedEdit(value)))];
    for (const [fit, path] of faulty) expect(paths(sent(recipe(fit)))).toEqual([`diff.0.after.fit.${path}`]);
    const placement = (own: object) => ({ id: 'r', regionId: 'a', recipeId: 'r', parts: 1, own });
    expect(paths(sent(placement({ trim: { from: 0.1, to: 0.9 }, fit: fits[1]! }), 'placements'))).toEqual([]);
    expect(paths(sent(placement({ trim: { from: 0.4, to: 0.4 } }), 'placements'))).toEqual([
      'diff.0.after.own.trim.to',
    ]);
    const shift = (change: object) => placement({ shift: { x: 0, y: 0, angle: 0, ...change } });
    expect(paths(sent(shift({ x: -12.7, angle: 0.1 }), 'placements'))).toEqual([]);
    expect(paths(sent(shift({ y: 7000 }), 'placements'))).toEqual(['diff.0.after.own.shift.y']);
    expect(paths(sent(shift({ about: 0 }), 'placements'))).toEqual(['diff.0.after.own.shift.about']);
    expect(paths(sent(placement({ designId: 'other' }), 'placements'))).toEqual(['diff.0.after.own.designId']);
    expect(paths(sent(placement({ arrange: null }), 'placements'))).toEqual(['diff.0.after.own.arrange']);
  });
});
