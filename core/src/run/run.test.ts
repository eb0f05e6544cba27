import { describe, expect, it } from 'vitest';
import { polyline } from '../geometry/polyline.ts';
import { holeAt, holesBefore } from './holes.ts';
import { resumePoint } from './resume-point.ts';
import { isOpen, type RunEventKind, runStateOf, stitchingSeconds } from './run-state.ts';

const told = (...events: [RunEventKind, number][]) =>
  runStateOf(events.map(([kind, stitch], at) => ({ kind, at, stitch })));

describe('the state of a run follows from its log', () => {
  it('from made to finished', () => {
    expect(told(['made', 0], ['rehearsed', 0], ['bobbinThreadUp', 0])).toMatchObject({
      status: 'ready',
      rehearsed: true,
      bobbinThreadUp: true,
    });
    expect(told(['made', 0], ['bobbinThreadUp', 0], ['started', 0], ['progress', 40])).toMatchObject({
      status: 'stitching',
      stitch: 40,
    });
    expect(told(['started', 0], ['finished', 90])).toMatchObject({ status: 'finished', stitch: 90 });
  });
  it('faster or slower it goes on as it was, and its time goes on', () => {
    expect(told(['started', 0], ['speed75', 40])).toMatchObject({ status: 'stitching', stitch: 40 });
    const kinds: readonly RunEventKind[] = [
      'started',
      'speed50',
      'progress',
      'paused',
      'speed100',
      'resumed',
      'finished',
    ];
    const seconds = [1, 1, 20, 31, 40, 50, 60];
    expect(stitchingSeconds(kinds.map((kind, i) => ({ kind, at: 1000 * seconds[i]!, stitch: 0 })))).toBe(30 + 10);
  });
  it('after a stop or a mishap the bobbin thread must come up again', () => {
    expect(told(['bobbinThreadUp', 0], ['started', 0], ['stopped', 12])).toMatchObject({
      status: 'stopped',
      stitch: 12,
      bobbinThreadUp: false,
    });
    const broke = told(['bobbinThreadUp', 0], ['started', 0], ['threadBroke', 30]);
    expect(broke).toMatchObject({ status: 'stopped', fault: 'threadBroke', bobbinThreadUp: false });
    expect(told(['started', 0], ['threadBroke', 30], ['mended', 30], ['takenUp', 22])).toMatchObject({
      status: 'ready',
      fault: null,
      stitch: 22,
    });
  });
  it('a pause keeps the thread as it is', () => {
    expect(told(['bobbinThreadUp', 0], ['started', 0], ['paused', 5], ['resumed', 5])).toMatchObject({
      status: 'stitching',
      bobbinThreadUp: true,
    });
  });
  it('an interrupted run stays open', () => {
    expect(isOpen(told(['started', 0], ['progress', 7], ['interrupted', 7]).status)).toBe(true);
    expect(isOpen(told(['started', 0], ['abandoned', 7]).status)).toBe(false);
  });
});

describe('where to go on', () => {
  const straight = polyline(Array.from({ length: 11 }, (_, i) => ({ x: 2 * i, y: 0 })));
  it('lies at least so far back along the line', () => {
    expect([0, 1, 2, 5, 100].map((back) => resumePoint(straight, 8, back))).toEqual([8, 7, 7, 5, 0]);
    expect(resumePoint(straight, 99, 0)).toBe(10);
  });
  it('prefers a corner close before it', () => {
    const bent = polyline([
      { x: 0, y: 0 },
      { x: 2, y: 0 },
      { x: 4, y: 0 },
      { x: 4, y: 2 },
      { x: 4, y: 4 },
      { x: 4, y: 6 },
      { x: 4, y: 8 },
    ]);
    expect(resumePoint(bent, 6, 3)).toBe(2);
  });
});

describe('the hole of a stitch', () => {
  it('is counted over all strokes, the last of a stroke belonging to it', () => {
    expect([0, 1, 2].map((stroke) => holesBefore([5, 3], stroke))).toEqual([0, 5, 8]);
    expect(holeAt([5, 3], 0)).toEqual({ stroke: 0, hole: 0 });
    expect(holeAt([5, 3], 5)).toEqual({ stroke: 1, hole: 0 });
    expect(holeAt([5, 3], 6)).toEqual({ stroke: 1, hole: 1 });
  });
  it('leaves a stitch to make, at the end of a stroke and of the run', () => {
    expect(holeAt([5, 3], 4)).toEqual({ stroke: 0, hole: 3 });
    expect(holeAt([5, 3], 7)).toEqual({ stroke: 1, hole: 1 });
    expect(holeAt([5, 3], 8)).toEqual({ stroke: 1, hole: 1 });
  });
});
