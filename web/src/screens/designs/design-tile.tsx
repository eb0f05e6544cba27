import type { DesignAnswer } from '@gorse/contract';
import { formatLength, formatLengthNumber } from '@gorse/core';
import { Text } from '@mantine/core';
import { DesignPicture } from '../../library-worker/design-picture.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';

export const TILE = { width: 190, height: 140 };

/** A design's picture with its name and size: a button by itself, an option in a list. */
export function DesignTile({
  design,
  scale = null,
  chosen,
  option = false,
  onChoose,
}: {
  readonly design: DesignAnswer;
  /** Pixels a millimetre; null fits the picture. */
  readonly scale?: number | null;
  readonly chosen: boolean;
  readonly option?: boolean;
  readonly onChoose: () => void;
}) {
  const style = useLengthStyle();
  const { width, height, join } = design.facts;
  return (
    <button
      type="button"
      className="tile"
      id={`design-${design.id}`}
      {...(option ? { role: 'option', 'aria-selected': chosen, tabIndex: -1 } : { 'aria-pressed': chosen })}
      onClick={onChoose}
    >
      <DesignPicture
        designId={design.id}
        {...TILE}
        {...(scale === null ? {} : { scale })}
        label={`Drawing of ${design.name}`}
      />
      <Text fw={600} truncate mt={4}>
        {design.name}
      </Text>
      <Text size="sm" c="var(--ink-soft)" className="tile-size" truncate>
        {formatLengthNumber(width, style)} × {formatLength(height, style)}
        {join.joins && ', joins'}
      </Text>
    </button>
  );
}
