import { formatDuration, formatLength, type LengthStyle, ringBounds, trimmed } from '@gorse/core';
import { Text } from '@mantine/core';
import { useMemo } from 'react';
import type { Fitted } from '../../planning-worker/recipe-planner.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';
import type { Suits } from './use-suggestions.ts';

const WIDTH = 100;
const HEIGHT = 64;

/** A design as it would lie in the patch, with what speaks for it. */
export function SuggestionTile({
  suits,
  patch,
  onChoose,
}: {
  readonly suits: Suits;
  /** What the patch is called. */
  readonly patch: string;
  readonly onChoose: () => void;
}) {
  const style = useLengthStyle();
  const [first, ...more] = reasons(suits, style);
  return (
    <button
      type="button"
      className="tile"
      aria-label={`${suits.design.name} in ${patch}: ${[first, ...more].join(', ')}`}
      title={more.join(', ')}
      onClick={onChoose}
    >
      <Thumb fitted={suits.fitted} />
      <Text fw={600} truncate mt={2} size="sm">
        {suits.design.name}
      </Text>
      <Text size="xs" truncate>
        {first}
      </Text>
    </button>
  );
}

/** What speaks for it and against, the most telling first. */
function reasons({ stretch, shear, spacing, fills, gap, fitted }: Suits, style: LengthStyle): string[] {
  return [
    stretch < 0.005 ? 'no stretch' : `stretch ${trimmed(100 * stretch, 1)} %`,
    ...(Math.abs(shear) > 0.01 ? [`shear ${trimmed((180 / Math.PI) * Math.abs(shear), 1)}°`] : []),
    ...(spacing === null ? [] : [`lines ${formatLength(spacing, style)} apart`]),
    `fills ${trimmed(100 * fills, 0)} %`,
    ...(gap === null ? [] : [`begins or ends ${formatLength(gap, style)} from a neighbour`]),
    ...(fitted ? [formatDuration(fitted.seconds)] : []),
  ];
}

function Thumb({ fitted }: { readonly fitted: Fitted | null }) {
  const drawn = useMemo(() => fitted && drawing(fitted), [fitted]);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      aria-hidden
      style={{ background: MOORLAND.calico, borderRadius: 4 }}
    >
      {drawn && (
        <g fill="none" strokeLinejoin="round">
          <path d={drawn.outline} stroke={MOORLAND.bracken} strokeWidth={1} strokeDasharray="3 2" />
          <path d={drawn.lines} stroke={MOORLAND.slate} strokeWidth={0.9} />
        </g>
      )}
    </svg>
  );
}

function drawing({ outline, lines }: Fitted): { readonly outline: string; readonly lines: string } {
  const { minX, minY, maxX, maxY } = ringBounds(outline);
  const scale = Math.min((WIDTH - 6) / (maxX - minX), (HEIGHT - 6) / (maxY - minY));
  const at = (x: number, y: number): string =>
    `${(WIDTH / 2 + scale * (x - (minX + maxX) / 2)).toFixed(1)} ${(HEIGHT / 2 + scale * (y - (minY + maxY) / 2)).toFixed(1)}`;
  const path = (line: Float64Array): string => {
    let text = '';
    for (let i = 0; i < line.length; i += 2) text += `${i === 0 ? 'M' : 'L'}${at(line[i]!, line[i + 1]!)}`;
    return text;
  };
  return { outline: `M${outline.map(({ x, y }) => at(x, y)).join('L')}Z`, lines: lines.map(path).join('') };
}
