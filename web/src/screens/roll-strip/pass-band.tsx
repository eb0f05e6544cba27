import { counted } from '@gorse/core';
import { MOORLAND } from '../../ui/theme.ts';
import { PassLabel } from './pass-label.tsx';
import type { StripLayout, StripPass } from './use-strip.ts';

/** One pass: hatched when it is stitched, framed when it is chosen, and told in words where there is room. */
export function PassBand({
  first,
  pass,
  layout: { left, right, toY },
  wide,
  chosen,
  fixed,
  onChoose,
}: {
  /** Nothing lies above it. */
  readonly first: boolean;
  readonly pass: StripPass;
  readonly layout: StripLayout;
  readonly wide: boolean;
  readonly chosen: boolean;
  /** Where it begins can't be moved here. */
  readonly fixed: boolean;
  readonly onChoose: (() => void) | undefined;
}) {
  if (pass.pieces.length === 0) return null;
  const band = { x: left, y: pass.y0, width: right - left, height: pass.y1 - pass.y0 };
  return (
    <g>
      {pass.done && <rect {...band} fill="url(#stitched-pass)" />}
      {chosen && <rect {...band} fill="none" stroke={MOORLAND.gorse} strokeWidth={3} />}
      {wide && (
        <PassLabel
          band={{ ...band, y: pass.own.y0, height: pass.own.y1 - pass.own.y0 }}
          name={`Pass ${pass.at + 1}`}
          about={pass.done ? '● stitched' : `○ ${said(pass.pieces.map((piece) => piece.name))}`}
          chosen={chosen}
          onChoose={onChoose}
        />
      )}
      {fixed && !first && (
        <path
          d={`M${left} ${toY(pass.from)}H${right}`}
          stroke={MOORLAND.bracken}
          strokeWidth={1.6}
          strokeDasharray="4 3"
        />
      )}
    </g>
  );
}

/** As many letters as a label holds. */
const SHORT = 18;

/** A few names in one short line, or how many they are. */
function said(names: readonly string[]): string {
  const text = names.length <= 2 ? names.join(', ') : `${names[0]!} … ${names.at(-1)!}`;
  return text.length <= SHORT ? text : counted(names.length, 'piece');
}
