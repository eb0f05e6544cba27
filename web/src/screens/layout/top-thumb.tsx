import { memo } from 'react';
import type { TopPicture } from '../../planning-worker/top-picture.ts';
import { MOORLAND } from '../../ui/theme.ts';

/** A top as it is seen when finished, small. */
export const TopThumb = memo(function TopThumb({
  picture: { width, length, path },
  size = 96,
}: {
  readonly picture: TopPicture;
  /** px, of the longer edge. */
  readonly size?: number;
}) {
  const px = Math.max(width, length) / size;
  return (
    <svg
      viewBox={`${-px} ${-px} ${width + 2 * px} ${length + 2 * px}`}
      width={width / px}
      height={length / px}
      aria-hidden
      style={{ display: 'block', flex: 'none', overflow: 'hidden' }}
    >
      <rect width={width} height={length} fill={MOORLAND.calico} stroke="#b3a88c" strokeWidth={px} />
      <path d={path} fill="none" stroke={MOORLAND.slate} strokeWidth={0.45 * px} />
    </svg>
  );
});
