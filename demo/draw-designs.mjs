/** Draws the demo designs as SVG files of one continuous line each, in millimetres: `node demo/draw-designs.mjs`. */
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import * as blocks from './drawings/blocks.mjs';
import * as harbour from './drawings/harbour.mjs';
import * as motifs from './drawings/motifs.mjs';
import * as rows from './drawings/rows.mjs';

/** `swellCorner` is drawn as `Swell corner`. */
const titled = (name) => {
  const words = name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  return words[0].toUpperCase() + words.slice(1);
};
const DRAWINGS = { ...harbour, ...rows, ...blocks, ...motifs };
const DESIGNS = Object.fromEntries(Object.entries(DRAWINGS).map(([name, draw]) => [titled(name), draw()]));

for (const [name, points] of Object.entries(DESIGNS)) {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const [left, top] = [Math.min(...xs) - 2, Math.min(...ys) - 2];
  const [width, height] = [Math.max(...xs) - left + 2, Math.max(...ys) - top + 2];
  const path = points
    .map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${(x - left).toFixed(2)} ${(y - top).toFixed(2)}`)
    .join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(2)}mm" height="${height.toFixed(2)}mm" viewBox="0 0 ${width.toFixed(2)} ${height.toFixed(2)}">
  <title>${name}</title>
  <path fill="none" stroke="#2B2A27" stroke-width="0.6" d="${path}"/>
</svg>
`;
  writeFileSync(fileURLToPath(new URL(`designs/${name}.svg`, import.meta.url)), svg);
}
