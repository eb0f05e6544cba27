import type { LengthStyle, Loading } from '@gorse/core';
import { Text } from '@mantine/core';
import { besideWords, movedWords } from './row-words.ts';
import type { RowDrag } from './use-row-drag.ts';

/** How far a row was dragged, and what is left beside it. */
export function DragHint({
  drag,
  loading,
  style,
}: {
  readonly drag: RowDrag;
  readonly loading: Loading;
  readonly style: LengthStyle;
}) {
  const beside = [besideWords(drag.above, 0, loading, style), besideWords(drag.below, 1, loading, style)];
  return (
    <div role="status" className="hint">
      <Text fw={700}>
        Row {drag.row + 1}: {movedWords(drag, loading, style).join(' and ') || 'where it was'}
      </Text>
      <Text size="sm">
        {beside.filter(Boolean).join(', ')}
        {drag.along === 0 && ' · hold Alt or Ctrl to move it sideways too'}
      </Text>
    </div>
  );
}
