import { echo } from './echo.ts';
import { meander } from './meander.ts';
import { grid, parallels } from './parallels.ts';
import type { BackgroundKind, Fill } from './rule.ts';
import { spiral } from './spiral.ts';

/** One kind is one file, and a line here; all take the same rule, and heed of it what is theirs. */
const KINDS: Readonly<Record<BackgroundKind, Fill>> = { echo, meander, lines: parallels, grid, spiral };

export const backgroundLines: Fill = (area, rule) => (area.left.length === 0 ? [] : KINDS[rule.kind](area, rule));
