/** Puts the demo quilts and designs onto a running server, once: what is there already stays as it is. */
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { GUILLEMOT_MESS, messEdit } from './guillemot-mess.mjs';
import { border, INCH, PLAIN, REJOIN } from './shared.mjs';

export { GUILLEMOT_MESS, messEdit };

const DESIGNS = fileURLToPath(new URL('designs/', import.meta.url));
/** A runner for the mess table of the ferry Guillemot: measured, nothing placed yet. */
const TIDE_TABLE = {
  name: 'Tide Table',
  setting: {
    kind: 'grid',
    across: 4,
    down: 2,
    blockWidth: 8 * INCH,
    blockHeight: 8 * INCH,
    sashing: 1.5 * INCH,
    ...PLAIN,
  },
  borders: [border(2 * INCH)],
};

/** For the crew's quarters: planned edge to edge, ready to stitch. */
export const HARBOUR_LIGHTS = {
  name: 'Harbour Lights',
  setting: { kind: 'grid', across: 5, down: 6, blockWidth: 9 * INCH, blockHeight: 9 * INCH, sashing: 0, ...PLAIN },
  borders: [border(5 * INCH)],
};

/** Its rows, as Gorse answers when a clearance of 3/4 in matters: a test holds the numbers to that. */
export const harbourRows = (designId) => ({
  id: 'harbour-rows',
  designId,
  join: { kind: 'spread', gap: 0 },
  look: 'same',
  alternate: { look: 'same', shift: 0.5 },
  area: { insideBorder: false, fromRegionId: null, leaveOut: [] },
  numbers: { rows: 12, scale: 0.96622045140295, clearance: 0.75 * INCH, margin: 0.5 * INCH },
  wish: { matters: 'clearance', clearance: 0.75 * INCH, margin: 0.5 * INCH },
  pins: [],
  last: 'whole',
  along: 0,
  overhang: 0.75 * INCH,
  sewing: { backAndForth: true, joined: false },
  exceptions: [],
  mask: REJOIN,
  stitch: { stitchesPerInch: 11, tieOff: 'short' },
});

/** A label that its maker may sew on before it is quilted: rows run over it until this is switched on. */
export const harbourLabel = () => ({
  id: 'harbour-label',
  name: 'label',
  of: {
    kind: 'shapes',
    rings: [
      {
        edge: [
          [38, 50],
          [46, 50],
          [46, 55],
          [38, 55],
        ].map(([x, y], i) => ({ id: `c${i + 1}`, at: { x: x * INCH, y: y * INCH }, corner: true })),
      },
    ],
  },
  clearance: 0.125 * INCH,
  keep: 'out',
  on: false,
  only: null,
});

async function ask(url, method = 'GET', body, type = 'application/json') {
  const response = await fetch(url, { method, body, headers: body === undefined ? {} : { 'Content-Type': type } });
  if (!response.ok) throw new Error(`${method} ${url} answered ${response.status}: ${await response.text()}`);
  return response.json();
}

export async function makeDemo(base) {
  const designs = new Set((await ask(`${base}/api/designs`)).map((design) => design.file));
  for (const file of readdirSync(DESIGNS).filter((name) => name.endsWith('.svg'))) {
    if (!designs.has(file))
      await ask(
        `${base}/api/designs?file=${encodeURIComponent(file)}`,
        'POST',
        readFileSync(DESIGNS + file),
        'image/svg+xml',
      );
  }
  const quilts = new Set((await ask(`${base}/api/quilts`)).quilts.map((quilt) => quilt.name));
  if (!quilts.has(HARBOUR_LIGHTS.name)) {
    const { id } = await ask(`${base}/api/quilts`, 'POST', JSON.stringify(HARBOUR_LIGHTS));
    const ripple = (await ask(`${base}/api/designs`)).find((design) => design.file === 'Ripple.svg');
    const added = (kind, after) => ({ kind, id: after.id, before: null, after });
    const diff = [added('rowSets', harbourRows(ripple.id)), added('keepOuts', harbourLabel())];
    const edit = { editId: `demo-${id}`, baseRevision: 0, mark: 'rows', diff };
    await ask(`${base}/api/quilts/${id}/edits`, 'POST', JSON.stringify(edit));
  }
  if (!quilts.has(GUILLEMOT_MESS.name)) {
    const { id } = await ask(`${base}/api/quilts`, 'POST', JSON.stringify(GUILLEMOT_MESS));
    const { records } = await ask(`${base}/api/quilts/${id}`);
    const diff = messEdit(await ask(`${base}/api/designs`), records.regions);
    const edit = { editId: `demo-${id}`, baseRevision: 0, mark: 'recipes', diff };
    await ask(`${base}/api/quilts/${id}/edits`, 'POST', JSON.stringify(edit));
  }
  if (!quilts.has(TIDE_TABLE.name)) await ask(`${base}/api/quilts`, 'POST', JSON.stringify(TIDE_TABLE));
}
