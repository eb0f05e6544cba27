import type { Page } from '@playwright/test';
import { analyseDesign, designSheet, encodeStrokes, writeDxf } from '@gorse/core';
import { measureDesign } from '../core/src/design/design.ts';
import { readDxf } from '../core/src/formats/dxf-read.ts';
import { PGlite } from '@electric-sql/pglite';
import { join } from 'node:path';
import { startServer } from '../e2e/server.ts';
import { inBrowser } from './browser.ts';
import { longLine } from './core.ts';
import { medianMs, printFigure, quantile } from './figures.ts';
import { withServer } from './with-server.ts';

const DESIGNS = 5000;

/** Runs in the page; as text, since what builds this file would add helpers that the page doesn't have. */
const SCROLL = `
  new Promise((resolve) => {
    const grid = document.querySelector('[data-testid="design-grid"]');
    const frames = [];
    let last = performance.now();
    const start = last;
    requestAnimationFrame(function tick(now) {
      frames.push(now - last);
      last = now;
      grid.scrollTop += 40;
      if (now - start < 5000) requestAnimationFrame(tick);
      else resolve(frames);
    });
  })
`;

/** Reading, analysing, and a library of thousands in the real browser. */
export async function benchLibrary(): Promise<void> {
  const dxf = writeDxf(designSheet('Long', [longLine(50_000)], 1000));
  printFigure('import.dxf_mb_per_s', dxf.length / 1e6 / (medianMs(() => readDxf(dxf), 5) / 1000), 'MB/s', null);
  const line = [longLine(100_000)];
  printFigure(
    'analysis.ms_100k_points',
    medianMs(() => analyseDesign(line), 5),
    'ms, every number and place',
    '< 300',
  );
  const longest = [longLine(2_000_000)];
  printFigure(
    'analysis.ms_2m_points',
    medianMs(() => analyseDesign(longest), 3),
    'ms, what would take long left out',
    null,
  );

  const folder = await largeLibrary();
  await withServer(({ address }) => inBrowser((page) => openAndScroll(page, address)), { folder });
}

async function openAndScroll(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await page.getByRole('link', { name: /^Designs/ }).waitFor();
  const start = performance.now();
  await page.goto(`${address}/designs`);
  await page
    .getByRole('option', { name: /^Drawing/ })
    .first()
    .waitFor();
  await page.getByRole('paragraph').getByText(String(DESIGNS), { exact: true }).waitFor();
  printFigure(
    'library.open_5000_designs_s',
    (performance.now() - start) / 1000,
    's, until the first can be chosen',
    null,
  );
  await page.waitForTimeout(2000);
  const frames = await page.evaluate<number[]>(SCROLL);
  const mean = frames.reduce((sum, ms) => sum + ms, 0) / frames.length;
  printFigure('library.scroll_fps', 1000 / mean, 'frames a second while scrolling, tiles drawn on the way', null);
  printFigure('library.scroll_ms_p95', quantile(frames, 0.95), 'ms between frames while scrolling', null);
}

/** A data folder with thousands of designs of 2,000 points each, put in by hand: reading them one by one is another matter. */
async function largeLibrary(): Promise<string> {
  const first = await startServer();
  await fetch(`${first.address}/api/designs?file=One.gcode&unit=mm`, { method: 'POST', body: 'G1 X9 Y9' });
  await first.kill();
  const database = await PGlite.create(join(first.folder, 'pg'));
  const base = longLine(2000);
  const { facts } = analyseDesign([base]);
  for (let i = 1; i < DESIGNS; i++) {
    const size = 0.3 + (i % 97) / 60;
    const strokes = [base.map((value) => value * size)];
    await database.query(
      `insert into designs (id, name, file, source, strokes, facts, kind, tags, remarks, added_at, revision, edits)
       values ($1, $2, 'bench.svg', $3, $4, $5, 'motif', '[]', '[]', $6, 1, '[]')`,
      [
        `bench-${i}`,
        `Bench ${i}`,
        new Uint8Array(1),
        encodeStrokes(strokes),
        JSON.stringify({ ...facts, ...measureDesign(strokes) }),
        i,
      ],
    );
  }
  await database.close();
  return first.folder;
}
