import type { KeptRecipeAnswer } from '@gorse/contract';
import { ActionIcon, Group, Stack, Text, Title } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useMemo } from 'react';
import { api } from '../../api/api.ts';
import { KEYS, queryClient, useKeptRecipes } from '../../api/queries.ts';
import { tellDone, tellError } from '../../ui/notices.ts';
import { FittedPicture } from './fitted-picture.tsx';
import { useFitted } from './use-fitted.ts';

/** The recipes that are kept for all quilts, each in the patch that it was kept from. */
export function KeptRecipes() {
  const kept = useKeptRecipes().data;
  if (!kept || kept.length === 0) return null;
  return (
    <Stack gap="xs" component="section" aria-label="Kept recipes" mt="md">
      <Title order={2} size="h4">
        Kept recipes
      </Title>
      <Text size="sm">Offered below for every patch that you choose.</Text>
      {kept.map((recipe) => (
        <Kept key={recipe.id} recipe={recipe} />
      ))}
    </Stack>
  );
}

function Kept({ recipe }: { readonly recipe: KeptRecipeAnswer }) {
  const { stages, shape } = recipe;
  const all = useMemo(() => [stages], [stages]);
  const fitted = useFitted(shape, all).get(stages);
  const refresh = (): Promise<void> => queryClient.invalidateQueries({ queryKey: KEYS.recipes });
  const remove = async (): Promise<void> => {
    try {
      await api.removeRecipe(recipe.id);
      await refresh();
      tellDone(`${recipe.name} is no longer kept; quilts that use it keep theirs.`, () => {
        api.restoreRecipe(recipe.id).then(refresh).catch(tellError);
      });
    } catch (error) {
      tellError(error);
    }
  };
  return (
    <Group wrap="nowrap" gap="sm">
      <div style={{ width: 84, flexShrink: 0 }}>
        <FittedPicture fitted={fitted} />
      </div>
      <Text style={{ flex: 1 }} truncate title={recipe.name}>
        {recipe.name}
      </Text>
      <ActionIcon
        variant="subtle"
        color="rowan"
        aria-label={`Keep ${recipe.name} no longer`}
        onClick={() => void remove()}
      >
        <IconTrash size={16} />
      </ActionIcon>
    </Group>
  );
}
