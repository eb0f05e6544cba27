import { boundsOf, type PictureLines } from '@gorse/core';

interface LineGroup {
  readonly lines: PictureLines;
  readonly colour: string;
  readonly dashed?: boolean;
  readonly strong?: boolean;
}

/** Lines of a file, those of the last group on top. */
export function LinesPicture({ label, groups }: { readonly label: string; readonly groups: readonly LineGroup[] }) {
  const box = boundsOf(groups.flatMap(({ lines }) => lines.map((line) => Float64Array.from(line))));
  if (!box) return null;
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const edge = Math.max(width, height, 1) / 40;
  return (
    <svg
      viewBox={`${box.minX - edge} ${box.minY - edge} ${width + 2 * edge} ${height + 2 * edge}`}
      style={{ width: 300, maxHeight: 240, background: '#fff', border: '1px solid var(--line)' }}
      role="img"
      aria-label={label}
    >
      <g fill="none">
        {groups.map(({ lines, colour, dashed = false, strong = false }, i) => (
          <path
            key={i}
            d={lines.map(pathOf).join('')}
            stroke={colour}
            strokeWidth={strong ? 3 : dashed ? 1 : 2}
            {...(dashed ? { strokeDasharray: '4 4' } : {})}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </g>
    </svg>
  );
}

const pathOf = (line: readonly number[]): string =>
  line.map((mm, i) => (i % 2 === 0 ? `${i === 0 ? 'M' : 'L'}${mm}` : ` ${mm}`)).join('');
