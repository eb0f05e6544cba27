import type { Point } from '../geometry/point.ts';
import { cleaned, coordinate, type ExportSheet, PATCHES, STITCH_LINES } from './exported.ts';
import { lineData } from './svg-line-data.ts';

/** An SVG document in millimetres at true size; one `path` a stroke, so that continuous lines stay continuous. */
export function writeSvg(sheet: ExportSheet): string {
  const patches = sheet.patches.map(
    (patch) => `    <path d="${ringData(patch.ring)}"><title>${escapeXml(patch.name)}</title></path>`,
  );
  const lines = sheet.placements.flatMap((placement) => [
    `    <g><title>${escapeXml(placement.name)}</title>`,
    ...placement.strokes.map((stroke) => `      <path d="${lineData(stroke)}"/>`),
    '    </g>',
  ]);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${coordinate(sheet.width)}mm" height="${coordinate(sheet.height)}mm" viewBox="0 0 ${coordinate(sheet.width)} ${coordinate(sheet.height)}">`,
    `  <title>${escapeXml(sheet.title)}</title>`,
    ...(patches.length === 0
      ? []
      : [
          `  <g id="${PATCHES}" fill="none" stroke="#3F5666" stroke-width="0.2" stroke-dasharray="2 1">`,
          ...patches,
          '  </g>',
        ]),
    `  <g id="${STITCH_LINES}" fill="none" stroke="#2B2A27" stroke-width="0.4" stroke-linejoin="round">`,
    ...lines,
    '  </g>',
    '</svg>',
    '',
  ].join('\n');
}

const ringData = (ring: readonly Point[]): string =>
  `M${ring.map((p) => `${coordinate(p.x)} ${coordinate(p.y)}`).join('L')}Z`;

const escapeXml = (text: string): string => cleaned(text).replace(/[<>&"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
