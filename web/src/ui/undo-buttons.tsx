import { ActionIcon, Group, Tooltip } from '@mantine/core';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';

interface Props {
  /** What would be undone and redone, in words; null when there is nothing. */
  readonly undoable: string | null;
  readonly redoable: string | null;
  readonly onUndo: () => void;
  readonly onRedo: () => void;
}

/** Back and forth, saying what. */
export function UndoButtons({ undoable, redoable, onUndo, onRedo }: Props) {
  return (
    <Group gap={2} wrap="nowrap">
      <Tooltip label={undoable === null ? 'Nothing to undo' : `Undo ${undoable} (Ctrl Z)`}>
        <ActionIcon variant="subtle" size="lg" aria-label="Undo" disabled={undoable === null} onClick={onUndo}>
          <IconArrowBackUp />
        </ActionIcon>
      </Tooltip>
      <Tooltip label={redoable === null ? 'Nothing to redo' : `Redo ${redoable} (Ctrl Shift Z)`}>
        <ActionIcon variant="subtle" size="lg" aria-label="Redo" disabled={redoable === null} onClick={onRedo}>
          <IconArrowForwardUp />
        </ActionIcon>
      </Tooltip>
    </Group>
  );
}
