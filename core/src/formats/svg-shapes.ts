import type { Style } from './svg-style.ts';
import { svgLength, type ViewSize } from './svg-units.ts';

/** The path data of a basic shape (SVG 2, chapter 10), or null when the element is none or has no extent. */
export function shapePath(name: string, a: Style, view: ViewSize): string | null {
  const diagonal = Math.sqrt((view.width ** 2 + view.height ** 2) / 2);
  const across = (key: string): number => svgLength(a.get(key), view.width) ?? 0;
  const down = (key: string): number => svgLength(a.get(key), view.height) ?? 0;
  switch (name) {
    case 'path':
      return pathData(a.get('d'));
    case 'line':
      return `M${across('x1')} ${down('y1')}L${across('x2')} ${down('y2')}`;
    case 'polyline':
    case 'polygon': {
      const points = a.get('points')?.trim() ?? '';
      return points === '' ? null : `M${points}${name === 'polygon' ? 'Z' : ''}`;
    }
    case 'circle': {
      const r = svgLength(a.get('r'), diagonal) ?? 0;
      return r > 0 ? ellipsePath(across('cx'), down('cy'), r, r) : null;
    }
    case 'ellipse': {
      const rx = svgLength(a.get('rx'), view.width) ?? svgLength(a.get('ry'), view.height) ?? 0;
      const ry = svgLength(a.get('ry'), view.height) ?? rx;
      return rx > 0 && ry > 0 ? ellipsePath(across('cx'), down('cy'), rx, ry) : null;
    }
    case 'rect': {
      const w = across('width');
      const h = down('height');
      if (!(w > 0 && h > 0)) return null;
      const rx = Math.min(svgLength(a.get('rx'), view.width) ?? svgLength(a.get('ry'), view.height) ?? 0, w / 2);
      const ry = Math.min(svgLength(a.get('ry'), view.height) ?? svgLength(a.get('rx'), view.width) ?? 0, h / 2);
      return rectPath(across('x'), down('y'), w, h, rx, ry);
    }
    default:
      return null;
  }
}

/** The attribute, or what a style says: `path('…')`. */
const pathData = (d: string | undefined): string | null =>
  d === undefined || d === 'none' ? null : (/^path\(\s*["'](.*)["']\s*\)$/s.exec(d)?.[1] ?? d);

const ellipsePath = (cx: number, cy: number, rx: number, ry: number): string =>
  `M${cx + rx} ${cy}A${rx} ${ry} 0 0 1 ${cx} ${cy + ry}A${rx} ${ry} 0 0 1 ${cx - rx} ${cy}A${rx} ${ry} 0 0 1 ${cx} ${cy - ry}A${rx} ${ry} 0 0 1 ${cx + rx} ${cy}Z`;

function rectPath(x: number, y: number, w: number, h: number, rx: number, ry: number): string {
  if (!(rx > 0 && ry > 0)) return `M${x} ${y}H${x + w}V${y + h}H${x}Z`;
  const corner = (dx: number, dy: number): string => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
  return `M${x + rx} ${y}H${x + w - rx}${corner(rx, ry)}V${y + h - ry}${corner(-rx, ry)}H${x + rx}${corner(-rx, -ry)}V${y + ry}${corner(rx, -ry)}Z`;
}
