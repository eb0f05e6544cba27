import type { DesignAnswer } from '@gorse/contract';
import { ActionIcon, Button, Group, Text, TextInput, Title, Tooltip } from '@mantine/core';
import { IconArrowLeft } from '@tabler/icons-react';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../../api/api.ts';
import { KEYS } from '../../api/queries.ts';
import { tellDone, tellError } from '../../ui/notices.ts';
import { UndoButtons } from '../../ui/undo-buttons.tsx';
import { UnitsSelect } from '../../ui/units-select.tsx';
import { EDIT_WORDS } from '../designs/design-card.tsx';
import { type Draft, dropDraft, redoEdit, undoEdit } from './drafts.ts';

/** What was done to the line, the way back, and saving it as a revision of its own. */
export function DeskHeader({ design, draft }: { readonly design: DesignAnswer; readonly draft: Draft }) {
  const { past, edits, future } = draft;
  const navigate = useNavigate();
  const client = useQueryClient();
  const [name, setName] = useState(design.name);
  const [saving, setSaving] = useState(false);
  const save = (): void => {
    setSaving(true);
    api
      .reviseDesign(design.id, { edits, name: name.trim() || design.name })
      .then(async (made) => {
        await client.invalidateQueries({ queryKey: KEYS.designs });
        dropDraft(design.id);
        tellDone(`${made.name} is saved as revision ${made.revision}. The one before stays as it was.`);
        await navigate(`/designs/${made.id}`, { replace: true });
      })
      .catch(tellError)
      .finally(() => setSaving(false));
  };
  return (
    <header className="header">
      <Tooltip label="Back to the designs">
        <ActionIcon variant="subtle" size="lg" aria-label="Back to the designs" onClick={() => void navigate(-1)}>
          <IconArrowLeft />
        </ActionIcon>
      </Tooltip>
      <Title order={1} size="h4" style={{ whiteSpace: 'nowrap' }}>
        {design.name}, {design.revision === 1 ? 'as read' : `revision ${design.revision}`}
      </Title>
      <Text size="sm" c="var(--ink-soft)" truncate style={{ flex: 1 }} data-testid="edits">
        {edits.length === 0 ? 'Nothing changed yet.' : edits.map((edit) => EDIT_WORDS[edit.kind]).join(', ')}
      </Text>
      <Group gap={6} wrap="nowrap">
        <UndoButtons
          undoable={past.length > 0 ? 'the last edit' : null}
          redoable={future.length > 0 ? 'the edit' : null}
          onUndo={() => undoEdit(design.id)}
          onRedo={() => redoEdit(design.id)}
        />
        <TextInput
          size="xs"
          w={150}
          aria-label="Name of the new revision"
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Button size="xs" loading={saving} disabled={edits.length === 0} onClick={save}>
          Save as a new revision
        </Button>
        <UnitsSelect />
      </Group>
    </header>
  );
}
