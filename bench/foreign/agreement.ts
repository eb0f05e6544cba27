import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readDxf } from '../../core/src/formats/dxf-read.ts';
import { readSvg } from '../../core/src/formats/svg-read.ts';
import { boundsOf, lengthOf, type Polyline } from '../../core/src/geometry/polyline.ts';
import { printFigure } from '../figures.ts';
import { dxfCase } from './dxf-cases.ts';
import { measureEps } from './eps-lines.ts';
import { svgCase } from './svg-cases.ts';

/** All lines of a drawing, mm. */
export interface Measured {
  readonly width: number;
  readonly height: number;
  readonly length: number;
}

const CASES = 1_000;
/** Boxes agree within this part of their longer side, lengths within this part. */
const [BOX, LENGTH] = [0.001, 0.005];

/** How often the core and an independent reader find the same lines in a drawing; nothing where that reader isn't installed. */
export function benchAgreement(): void {
  const folder = mkdtempSync(join(tmpdir(), 'gorse-agreement-'));
  try {
    if (isThere('rsvg-convert')) agree('svg', folder, svgCase, readSvg, rsvg);
    if (spawnSync(PYTHON, ['-c', 'import ezdxf']).status === 0) agree('dxf', folder, dxfCase, readDxf, ezdxf);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** The distribution's own, whose packages the independent reader is one of. */
const PYTHON = '/usr/bin/python3';
const isThere = (program: string): boolean => spawnSync(program, ['--version']).status === 0;

function agree(
  kind: 'svg' | 'dxf',
  folder: string,
  make: (seed: number) => string,
  read: (text: string) => { readonly strokes: readonly Polyline[] },
  independent: (files: readonly string[]) => readonly Measured[],
): void {
  const texts = Array.from({ length: CASES }, (_, seed) => make(seed + 1));
  const files = texts.map((text, i) => {
    const file = join(folder, `${i + 1}.${kind}`);
    writeFileSync(file, text);
    return file;
  });
  const theirs = independent(files);
  const apart = texts.flatMap((text, i) => {
    const [own, other] = [measured(read(text).strokes), theirs[i]!];
    return isSame(own, other) ? [] : [{ seed: i + 1, own, other }];
  });
  for (const one of apart.slice(0, 5)) console.error(`${kind} ${JSON.stringify(one)}`);
  printFigure(
    `files.${kind}_agreement_percent`,
    100 * (1 - apart.length / CASES),
    `% of ${CASES} drawings read alike by another reader`,
    '>= 99.9',
  );
}

function measured(strokes: readonly Polyline[]): Measured {
  const box = boundsOf(strokes);
  if (!box) return { width: 0, height: 0, length: 0 };
  return {
    width: box.maxX - box.minX,
    height: box.maxY - box.minY,
    length: strokes.reduce((sum, stroke) => sum + lengthOf(stroke), 0),
  };
}

function isSame(a: Measured, b: Measured): boolean {
  const size = Math.max(b.width, b.height);
  return (
    Math.abs(a.width - b.width) <= BOX * size &&
    Math.abs(a.height - b.height) <= BOX * size &&
    Math.abs(a.length - b.length) <= LENGTH * b.length
  );
}

const rsvg = (files: readonly string[]): Measured[] =>
  files.map((file) => measureEps(execFileSync('rsvg-convert', ['-f', 'eps', file], { encoding: 'latin1' })));

const ezdxf = (files: readonly string[]): Measured[] =>
  JSON.parse(
    execFileSync(PYTHON, [join(import.meta.dirname, 'dxf_lines.py'), ...files], { encoding: 'utf8', maxBuffer: 1e8 }),
  ) as Measured[];
