import { border, INCH, REJOIN } from './shared.mjs';

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

/** What fills patches that no design does; of those with a design it says nothing. */
const BACKGROUND = {
  ...{ kind: 'meander', spacing: 0.5 * INCH, margin: 0.125 * INCH },
  ...{ angle: 45, seed: 1, round: 'all', passes: null, outline: { steps: [], spi: null } },
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

/** Appliqué in the middle of some blocks, inches from there; a point with a third number is smooth. */
const FERRY = [
  ...[
    [-2.6, 0.4],
    [-1.6, 0.4],
    [-1.6, -0.6],
    [-0.5, -0.6],
    [-0.5, -1.5],
    [0.3, -1.5],
  ],
  ...[
    [0.3, -0.6],
    [1.6, -0.6],
    [1.6, 0.4],
    [2.6, 0.4],
    [1.9, 1.4],
    [-1.9, 1.4],
  ],
];
const PUFFIN = [
  ...[
    [-0.9, 1.7, 1],
    [-1.3, 0.3, 1],
    [-0.8, -0.8, 1],
    [-0.6, -1.6, 1],
    [0.1, -2.1, 1],
    [0.7, -1.8, 1],
  ],
  ...[
    [1.6, -1.3],
    [0.8, -1, 1],
    [0.9, 0.2, 1],
    [0.6, 1.5, 1],
    [0.9, 2],
    [-0.4, 2],
  ],
];
/** What is kept out, of which blocks, and the background that fills these in place of their design. */
const MESS_KEEP_OUTS = [
  {
    ...{ id: 'mess-ferries', name: 'ferries', one: 'ferry', ring: FERRY, blocks: ['block-2-4', 'block-2-6'] },
    background: { id: 'mess-sea', kind: 'echo', spacing: 0.375 * INCH },
  },
  {
    ...{ id: 'mess-puffins', name: 'puffins', one: 'puffin', ring: PUFFIN, blocks: ['block-2-5', 'block-3-5'] },
    background: {
      ...{ id: 'mess-sky', kind: 'meander', spacing: 0.375 * INCH },
      outline: { steps: [0, 0.125 * INCH], spi: 13 },
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
  const recipe = (id, designId, stages) =>
    added('recipes', {
      id,
      designId,
      background: BACKGROUND,
      trim: { from: 0, to: 1 },
      arrange: ONCE,
      shift: { x: 0, y: 0, angle: 0 },
      outline: { lines: [], when: 'after' },
      mask: REJOIN,
      stitch: { stitchesPerInch: 11, tieOff: 'short' },
      ...stages,
    });
  const recipes = [
    ...MESS_RECIPES.map(({ id, file, stages }) => recipe(id, idOf(file), stages)),
    ...MESS_KEEP_OUTS.map(({ background: { id, ...background } }) =>
      recipe(id, null, {
        ...{ orient: BY_PATCH, fit: { kind: 'contain', margins: [0.25 * INCH], turn: 'held' } },
        background: { ...BACKGROUND, ...background },
      }),
    ),
  ];
  const placements = Object.values(regions).flatMap(({ id, family }) => {
    const recipeId =
      MESS_KEEP_OUTS.find(({ blocks }) => blocks.includes(id))?.background.id ??
      MESS_RECIPES.find(({ families }) => families.test(family))?.id;
    return recipeId ? [added('placements', { id: `in-${id}`, regionId: id, recipeId, parts: 1, own: {} })] : [];
  });
  const applique = MESS_KEEP_OUTS.flatMap(({ one, ring, blocks }) =>
    blocks.map((block, i) => appliqueIn(regions[block], `${one}-${i + 1}`, `${one} ${i + 1}`, `alike-${one}-1`, ring)),
  );
  const keepOuts = MESS_KEEP_OUTS.map(({ id, name, one, blocks }) =>
    added('keepOuts', {
      ...{ id, name, of: { kind: 'patches', regionIds: blocks.map((_, i) => `${one}-${i + 1}`) } },
      ...{ clearance: 0.125 * INCH, keep: 'out', on: true, only: null },
    }),
  );
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
      ...{ without: [], across, strips: null, mask: REJOIN, stitch: { stitchesPerInch: 11, tieOff: 'short' } },
    }),
  );
  return [...applique.map((one) => added('regions', one)), ...recipes, ...placements, ...borders, ...keepOuts];
}

/** A patch sewn on in the middle of another. */
function appliqueIn({ shape }, id, name, family, ring) {
  const middle = (axis) => shape.reduce((sum, { at }) => sum + at[axis], 0) / shape.length;
  const points = ring.map(([x, y, smooth], i) => ({
    ...{ id: `c${i + 1}`, at: { x: middle('x') + x * INCH, y: middle('y') + y * INCH }, corner: !smooth },
  }));
  return { id, kind: 'applique', name, origin: 'hand', family, print: 0, shape: points };
}
