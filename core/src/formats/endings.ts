/** The kinds of file that are read, by their endings. Apart from the readers, so that a screen can ask without loading them. */
const ENDINGS = {
  svg: /\.svg$/i,
  dxf: /\.dxf$/i,
  gcode: /\.(gcode|gco|g|nc|ngc|cnc|tap)$/i,
  hpgl: /\.(hpgl|hpg|plt)$/i,
  csv: /\.(csv|tsv|txt)$/i,
  gorse: /\.json$/i,
} as const;
export type FileKind = keyof typeof ENDINGS;

export const READABLE = 'SVG, DXF, G-code, HPGL, CSV and Gorse’s own .gorse.json';

/** What kind of design file a name promises; null when it is none. */
export const fileKind = (file: string): FileKind | null =>
  (Object.keys(ENDINGS) as FileKind[]).find((kind) => ENDINGS[kind].test(file)) ?? null;
