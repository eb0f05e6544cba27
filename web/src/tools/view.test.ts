import { plainPoint } from '@gorse/core';
import { describe, expect, it } from 'vitest';
import { fitView, fromScreen, rulerStep, toScreen, zoomView } from './view.ts';

describe('the view', () => {
  it('fits and centres', () => {
    const view = fitView({ minX: 0, minY: 0, maxX: 100, maxY: 50 }, { width: 240, height: 240 }, 20);
    expect(view).toEqual({ scale: 2, x: 20, y: 70 });
    const atTop = fitView({ minX: 0, minY: 10, maxX: 100, maxY: 50 }, { width: 240, height: 240 }, 20, true);
    expect(toScreen(atTop, { x: 0, y: 10 })).toEqual({ x: 20, y: 20 });
    expect(fromScreen(view, toScreen(view, { x: 12, y: 34 }), plainPoint)).toEqual({ x: 12, y: 34 });
  });
  it('zooms about the pointer', () => {
    const view = zoomView({ scale: 2, x: 20, y: 70 }, { x: 120, y: 120 }, 1.5);
    expect(view.scale).toBe(3);
    expect(toScreen(view, { x: 50, y: 25 })).toEqual({ x: 120, y: 120 });
    expect(zoomView(view, { x: 0, y: 0 }, 1e9).scale).toBe(60);
  });
  it('chooses round ruler steps', () => {
    expect([400, 100, 30, 3].map(rulerStep)).toEqual([0.25, 1, 2, 20]);
  });
});
