import type { RecipeRecord, Shape } from '@gorse/core';
import { Button, Group, TextInput } from '@mantine/core';
import { IconBookmark } from '@tabler/icons-react';
import { type SubmitEvent, useState } from 'react';
import { api } from '../../api/api.ts';
import { KEYS, queryClient } from '../../api/queries.ts';
import { tellDone, tellError } from '../../ui/notices.ts';

/** Keeps a recipe for other quilts, by a name. */
export function KeepRecipe({
  recipe,
  shape,
  usual,
}: {
  readonly recipe: RecipeRecord;
  readonly shape: Shape;
  /** What it is called until something else is typed. */
  readonly usual: string;
}) {
  const [name, setName] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const keep = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    const called = name?.trim() ?? '';
    if (called === '') return;
    setBusy(true);
    try {
      const { id, ...stages } = recipe;
      await api.keepRecipe({ name: called, stages, shape });
      await queryClient.invalidateQueries({ queryKey: KEYS.recipes });
      setName(null);
      tellDone(`${called} is kept: it is offered for every patch from now on, here and in other quilts.`);
    } catch (error) {
      tellError(error);
    } finally {
      setBusy(false);
    }
  };
  if (name === null)
    return (
      <Button variant="subtle" size="xs" leftSection={<IconBookmark size={16} />} onClick={() => setName(usual)}>
        Keep this recipe
      </Button>
    );
  return (
    <form onSubmit={(event) => void keep(event)}>
      <Group align="flex-end" gap="xs" wrap="nowrap">
        <TextInput
          label="Keep it as"
          maxLength={120}
          autoFocus
          style={{ flex: 1, minWidth: 0 }}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Button type="submit" style={{ flexShrink: 0 }} disabled={name.trim() === ''} loading={busy}>
          Keep
        </Button>
        <Button variant="subtle" style={{ flexShrink: 0 }} onClick={() => setName(null)}>
          Back
        </Button>
      </Group>
    </form>
  );
}
