import { describe, expect, it } from 'vitest';
import { advanceNow, advanceRefusal, type AdvanceKind, advanceStateOf, lineUpRefusal, mountedNow } from './advances.ts';

const told = (...kinds: AdvanceKind[]) =>
  advanceStateOf(kinds.map((kind, i) => ({ kind, at: i, pass: i, rolled: 100 * i, front: null })));

describe('a quilt on the poles', () => {
  it('is new until tension and clamps are set', () => {
    expect(told()).toMatchObject({ step: 'clamp', mounts: [{ rolled: 0, anew: true }] });
    expect(lineUpRefusal(told())).toMatch(/Set the tension/);
    expect(lineUpRefusal(told('clamped'))).toBeNull();
  });
  it('once unclamped is lined up no longer, and after rolling lies in another advance', () => {
    const off = told('clamped', 'unclamped');
    expect([advanceNow(off), off.step]).toEqual([0, 'roll']);
    expect(lineUpRefusal(off)).toMatch(/clamps are off/);
    const rolled = told('clamped', 'unclamped', 'rolled');
    expect([advanceNow(rolled), rolled.step, mountedNow(rolled)]).toEqual([
      1,
      'clamp',
      { pass: 2, rolled: 200, front: null, anew: false, turned: false },
    ]);
    expect(told('clamped', 'unclamped', 'rolled', 'clamped').step).toBe('ready');
  });
  it('loaded anew keeps nothing of how it lay, however it was', () => {
    expect(mountedNow(told('clamped', 'loaded')).anew).toBe(true);
    expect(advanceNow(told('loaded'))).toBe(1);
  });
  it('turned lies the other way from then on, until it is turned back', () => {
    const turned = told('clamped', 'turned', 'clamped', 'unclamped', 'rolled', 'loaded', 'turned');
    expect(turned.mounts.map((mount) => mount.turned)).toEqual([false, true, true, true, false]);
    expect(turned.mounts.map(({ anew }) => anew)).toEqual([true, true, false, true, true]);
    expect(turned.step).toBe('clamp');
  });
  it('refuses what isn’t its turn, with the reason', () => {
    expect(advanceRefusal(told('clamped'), 'rolled')).toMatch(/clamps off first/);
    expect(advanceRefusal(told('clamped', 'unclamped'), 'clamped')).toMatch(/how far/);
    expect(advanceRefusal(told('clamped', 'unclamped'), 'loaded')).toBeNull();
  });
});
