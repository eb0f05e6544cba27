import type { KeptRecipeAnswer } from '@gorse/contract';
import { outlineOf } from '@gorse/core';
import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { api } from '../../api/api.ts';
import { KEYS, queryClient, useKeptRecipes } from '../../api/queries.ts';
import { usePlan } from '../../document/plan-store.ts';
import { planner } from '../../planning-worker/link.ts';
import type { Fitted } from '../../planning-worker/recipe-planner.ts';
import { tellDone, tellError } from '../../ui/notices.ts';
import { FittedPicture } from './fitted-picture.tsx';

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
  const fitted = usePicture(recipe);
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
      <Button
        variant="subtle"
        color="rowan"
        size="compact-sm"
        aria-label={`Keep ${recipe.name} no longer`}
        onClick={() => void remove()}
      >
        <IconTrash size={16} />
      </Button>
    </Group>
  );
}

/** A kept recipe in its own patch. */
function usePicture({ stages, shape }: KeptRecipeAnswer): Fitted | undefined {
  const [fitted, setFitted] = useState<Fitted>();
  useEffect(() => {
    const left = new AbortController();
    const look = async (): Promise<void> => {
      await planner.teach(usePlan.getState().records, stages.designId);
      const found = await planner.of(usePlan.getState().records).fittedInShape(shape, stages);
      if (!left.signal.aborted) setFitted(found ?? { outline: outlineOf(shape), lines: [], seconds: 0 });
    };
    look().catch(tellError);
    return () => left.abort();
  }, [stages, shape]);
  return fitted;
}
