/** Puts the demo quilts and designs onto a running server, once: what is there already stays as it is. */
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const DESIGNS = fileURLToPath(new URL('designs/', import.meta.url));
const INCH = 25.4;
/** Blocks of one patch each. */
const PLAIN = { cornerstones: true, blocks: { kinds: ['plain'], turns: 'checker', own: [] } };
const border = (width) => ({
  ...{ top: width, right: width, bottom: width, left: width, corner: 'ends-last' },
  edge: { radius: 0, across: 0, down: 0, depth: 0 },
});

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

/** For the mess of the ferry: custom work, a recipe for each kind of patch, a rope and a wave round its borders. */
export const GUILLEMOT_MESS = {
  name: 'Guillemot Mess',
  setting: {
    kind: 'on-point',
    across: 4,
    down: 5,
    block: 8 * INCH,
    sashing: 1.5 * INCH,
    edge: 'triangles',
    blocks: { kinds: ['plain', 'plain'], turns: 'rows', own: [] },
  },
  borders: [border(1 * INCH), border(5 * INCH)],
};

const ONCE = { across: 1, down: 1, gapAcross: 0, gapDown: 0, second: 'same', joined: true };
const BY_PATCH = { angle: 0, mirror: false, up: 'patch' };
/** What the crew's quilt is worked with: which patches, by their family, take which design, and how. */
const MESS_RECIPES = [
  {
    id: 'mess-compass',
    file: 'Compass.svg',
    families: /^block$/,
    stages: {
      orient: { ...BY_PATCH, up: 'quilt' },
      fit: { kind: 'contain', margins: [0.5 * INCH], turn: 'held' },
      shift: { x: 0, y: 0, angle: 0 },
      outline: { lines: [0.25 * INCH], when: 'after' },
    },
  },
  {
    id: 'mess-puffin',
    file: 'Puffin.svg',
    families: /^block-2$/,
    stages: {
      orient: { ...BY_PATCH, up: 'quilt' },
      fit: { kind: 'contain', margins: [0.5 * INCH], turn: 'held' },
      shift: { x: 0, y: 0, angle: 0 },
      outline: { lines: [0.25 * INCH], when: 'after' },
    },
  },
  {
    id: 'mess-float',
    file: 'Net float.svg',
    families: /^setting-/,
    stages: { orient: BY_PATCH, fit: { kind: 'threePoint', margins: [0.375 * INCH], apex: 0 } },
  },
  {
    id: 'mess-rope',
    file: 'Hawser.svg',
    families: /^sashing-/,
    stages: {
      orient: BY_PATCH,
      fit: { kind: 'along', margins: [0.125 * INCH] },
    },
  },
];

/** A rope round the narrow border, in sections as the quilt is rolled; a wave that turns the corners of the wide one, its sides once the quilt is turned. */
const MESS_BORDERS = [
  {
    id: 'mess-rope-border',
    border: 0,
    file: 'Rope.svg',
    corner: null,
    corners: 'mitre',
    clear: 0.125 * INCH,
    across: 'sections',
  },
  {
    id: 'mess-wave',
    border: 1,
    file: 'Swell.svg',
    corner: 'Swell corner.svg',
    corners: 'cornerDesign',
    clear: 0.6 * INCH,
    across: 'turned',
  },
];

/** The edit that fills its patches and borders. @param designs the library's, and `regions` the quilt's patches */
export function messEdit(designs, regions) {
  const added = (kind, after) => ({ kind, id: after.id, before: null, after });
  const idOf = (file) => designs.find((design) => design.file === file).id;
  const recipes = MESS_RECIPES.map(({ id, file, stages }) =>
    added('recipes', {
      id,
      designId: idOf(file),
      trim: { from: 0, to: 1 },
      arrange: ONCE,
      shift: { x: 0, y: 0, angle: 0 },
      outline: { lines: [], when: 'after' },
      stitch: { stitchesPerInch: 11, tieOff: 'short' },
      ...stages,
    }),
  );
  const placements = Object.values(regions).flatMap(({ id, family }) => {
    const recipe = MESS_RECIPES.find(({ families }) => families.test(family));
    return recipe
      ? [added('placements', { id: `in-${id}`, regionId: id, recipeId: recipe.id, parts: 1, own: {} })]
      : [];
  });
  const borders = MESS_BORDERS.map(({ id, border, file, corner, corners, clear, across }) =>
    added('borderSets', {
      ...{
        id,
        border,
        over: 1,
        designId: idOf(file),
        cornerDesignId: corner && idOf(corner),
        corners,
        through: 'ends',
        fill: 1,
      },
      ...{ stance: 'outward', stretch: 'evenly', clear: { outer: clear, inner: clear }, pinned: [], wish: 'stretch' },
      ...{ without: [], across, strips: null, stitch: { stitchesPerInch: 11, tieOff: 'short' } },
    }),
  );
  return [...recipes, ...placements, ...borders];
}

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
  stitch: { stitchesPerInch: 11, tieOff: 'short' },
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
    const after = harbourRows(ripple.id);
    const diff = [{ kind: 'rowSets', id: after.id, before: null, after }];
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
