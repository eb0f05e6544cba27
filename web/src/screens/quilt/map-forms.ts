import {
  PLAIN_BLOCKS,
  plainGrid,
  type QuiltMap,
  type Setting,
  type SettingKind,
  type SettingOf,
  SIDES,
} from '@gorse/core';

/** A number of a setting that is typed. */
export interface SettingField {
  readonly key: string;
  readonly label: string;
  readonly kind: 'count' | 'length';
  /** mm, or how many. */
  readonly least: number;
  readonly most: number;
}

interface SettingForm<S extends Setting> {
  readonly label: string;
  /** What it begins with. */
  readonly first: S;
  readonly fields: readonly (SettingField & { readonly key: keyof S & string })[];
}

const INCH = 25.4;
const count = <K extends string>(key: K, label: string) => ({ key, label, kind: 'count', least: 1, most: 60 }) as const;
const length = <K extends string>(key: K, label: string, least = 20, most = 3000) =>
  ({ key, label, kind: 'length', least, most }) as const;
const ACROSS = count('across', 'Blocks across');
const DOWN = count('down', 'Blocks down');
const SASHING = length('sashing', 'Sashing width', 0, 600);

/** How each setting is typed; a new one is a line here. */
export const SETTING_FORMS: { readonly [K in SettingKind]: SettingForm<SettingOf<K>> } = {
  grid: {
    label: 'Straight',
    first: plainGrid({
      ...{ across: 4, down: 5, blockWidth: 10 * INCH, blockHeight: 10 * INCH },
      sashing: 1.5 * INCH,
    }),
    fields: [ACROSS, DOWN, length('blockWidth', 'Block width'), length('blockHeight', 'Block height'), SASHING],
  },
  'on-point': {
    label: 'On point',
    first: {
      ...{ kind: 'on-point', across: 4, down: 5, block: 8 * INCH, sashing: 0, edge: 'triangles' },
      blocks: PLAIN_BLOCKS,
    },
    fields: [ACROSS, DOWN, length('block', 'Block size'), SASHING],
  },
  brick: {
    label: 'Brick',
    first: {
      ...{ kind: 'brick', across: 4, down: 6, blockWidth: 10 * INCH, blockHeight: 8 * INCH, sashing: 0 },
      blocks: PLAIN_BLOCKS,
    },
    fields: [ACROSS, DOWN, length('blockWidth', 'Block width'), length('blockHeight', 'Block height'), SASHING],
  },
  hexagons: {
    label: 'Hexagons',
    first: { kind: 'hexagons', across: 7, down: 8, block: 6 * INCH, blocks: PLAIN_BLOCKS },
    fields: [ACROSS, DOWN, length('block', 'Hexagon from side to side')],
  },
  triangles: {
    label: 'Triangles',
    first: { kind: 'triangles', across: 6, down: 8, block: 7 * INCH, blocks: PLAIN_BLOCKS },
    fields: [count('across', 'Triangles across'), count('down', 'Rows'), length('block', 'Edge of a triangle')],
  },
  strips: {
    label: 'Strips',
    first: { kind: 'strips', across: 5, blockWidth: 8 * INCH, length: 60 * INCH, sashing: 2 * INCH },
    fields: [
      count('across', 'Strips'),
      length('blockWidth', 'Strip width'),
      length('length', 'Strip length', 20, 6000),
      length('sashing', 'Between strips', 0, 600),
    ],
  },
  whole: {
    label: 'Just a size',
    first: { kind: 'whole', width: 60 * INCH, length: 72 * INCH },
    fields: [length('width', 'Width', 20, 6000), length('length', 'Length', 20, 6000)],
  },
  drawn: {
    label: 'Drawn',
    first: { kind: 'drawn', width: 60 * INCH, length: 72 * INCH },
    fields: [length('width', 'Width inside borders', 20, 6000), length('length', 'Length inside borders', 20, 6000)],
  },
};

/** Settings that make a top by themselves. */
export const SETTING_KINDS = (Object.keys(SETTING_FORMS) as readonly SettingKind[]).filter((kind) => kind !== 'drawn');
/** Those that have blocks. */
export const BLOCK_SETTINGS = SETTING_KINDS.filter((kind) => kind !== 'whole');

/** The numbers that a setting is told by. */
export const fieldsOf = ({ kind }: Setting): readonly SettingField[] => SETTING_FORMS[kind].fields;

/** What is typed into a field of a setting. */
export const valueOf = (setting: Setting, { key }: SettingField): number =>
  (setting as unknown as Readonly<Record<string, number>>)[key]!;

/** Widest side of a border, mm. */
export const WIDEST_BORDER = 1000;

/** A top that was worked out must be one that could be typed as well. */
export const couldBeTyped = ({ setting, borders }: Pick<QuiltMap, 'setting' | 'borders'>): boolean =>
  fieldsOf(setting).every((field) => {
    const value = valueOf(setting, field);
    return value >= field.least && value <= field.most;
  }) && borders.every((border) => SIDES.every((side) => border[side] >= 0 && border[side] <= WIDEST_BORDER));

/** Another setting with whatever both are told by. */
export function settingAs(setting: Setting, kind: SettingKind): Setting {
  const { first } = SETTING_FORMS[kind];
  const shared = Object.entries(setting).filter(([key]) => key !== 'kind' && key !== 'blocks' && key in first);
  return { ...first, ...Object.fromEntries(shared) };
}
