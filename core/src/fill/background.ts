import { echo } from './echo.ts';
import { meander } from './meander.ts';
import { grid, parallels } from './parallels.ts';
import type { Background, BackgroundKind, Fill } from './rule.ts';
import { spiral } from './spiral.ts';

/** A way to fill an area. */
interface Kind {
  readonly fill: Fill;
  /** How far its lines stay off the area's edge by themselves, in parts of their spacing. */
  readonly off: number;
}

/** One kind is one file, and a line here; all take the same rule, and heed of it what is theirs. */
const KINDS: Readonly<Record<BackgroundKind, Kind>> = {
  echo: { fill: echo, off: 0 },
  meander: { fill: meander, off: 0.5 },
  lines: { fill: parallels, off: 0 },
  grid: { fill: grid, off: 0 },
  spiral: { fill: spiral, off: 0 },
};

export const backgroundLines: Fill = (area, rule) => (area.left.length === 0 ? [] : KINDS[rule.kind].fill(area, rule));

/** How far from a line beside it an area begins, so that what fills it lies a spacing from that, mm. */
export const besideLine = ({ kind, spacing }: Pick<Background, 'kind' | 'spacing'>): number =>
  spacing * (1 - KINDS[kind].off);
