/** The kinds of file that are read, by their endings. Apart from the readers, so that a screen can ask without loading them. */
const ENDINGS = {
  svg: ['svg', 'svgz'],
  dxf: ['dxf'],
  gcode: ['gcode', 'gco', 'g', 'nc', 'ngc', 'cnc', 'tap'],
  hpgl: ['hpgl', 'hpg', 'plt'],
  csv: ['csv', 'tsv', 'txt'],
  gorse: ['json'],
} as const;
export type FileKind = keyof typeof ENDINGS;

export const READABLE = 'SVG, DXF, G-code, HPGL, CSV and Gorse’s own .gorse.json';

/** What kind of design file a name promises; null when it is none. */
export const fileKind = (file: string): FileKind | null =>
  (Object.keys(ENDINGS) as FileKind[]).find((kind) =>
    ENDINGS[kind].some((ending) => file.toLowerCase().endsWith(`.${ending}`)),
  ) ?? null;

/** All endings that are read, as a file dialog takes them. */
export const READ_ENDINGS = Object.values(ENDINGS)
  .flat()
  .map((ending) => `.${ending}`)
  .join();
