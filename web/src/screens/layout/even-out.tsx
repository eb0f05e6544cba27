import type { DesignAnswer } from '@gorse/contract';
import { counted, type Evened, formatLength, MM_PER_INCH, type PlanRecords } from '@gorse/core';
import { Button, Group, Stack, Table, Text, Title } from '@mantine/core';
import { useEffect, useState } from 'react';
import { cancel, commit, preview, usePlan } from '../../document/plan-store.ts';
import { setRecipe } from '../../document/recipes.ts';
import { planner } from '../../planning-worker/link.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';

/** What is asked for until something else is said. */
const USUAL = MM_PER_INCH;

/** Brings the lines of all recipes nearest to one spacing: shown on the whole quilt, made when it is accepted. */
export function EvenOut({ designs }: { readonly designs: readonly DesignAnswer[] }) {
  const style = useLengthStyle();
  const [spacing, setSpacing] = useState(USUAL);
  const [open, setOpen] = useState<{ readonly evened: readonly Evened[]; readonly since: PlanRecords } | null>(null);
  const committed = usePlan((state) => state.committed);
  const recipes = usePlan((state) => Object.keys(state.records.recipes).length);
  // Whatever else is done to the plan takes it back.
  const shown = open && open.since === committed ? open.evened : null;
  const isShown = shown !== null;
  useEffect(() => (isShown ? cancel : undefined), [isShown]);
  const look = async (): Promise<void> => {
    try {
      const since = usePlan.getState().committed;
      const evened = await planner.of(since).evenOut(spacing);
      preview(withEvened(evened));
      setOpen({ evened, since });
    } catch (error) {
      tellError(error);
    }
  };
  const end = (taken: boolean): void => {
    if (taken) commit('even out');
    else cancel();
    setOpen(null);
  };
  if (recipes === 0) return null;
  const name = (id: string): string => designs.find((one) => one.id === id)?.name ?? 'a design';
  return (
    <Stack gap="sm" component="section" aria-label="Even out" mt="md">
      <Title order={2} size="h4">
        Even out
      </Title>
      <Group align="flex-end" wrap="nowrap">
        <LengthInput
          label="Spacing wanted"
          description="From line to line, over the whole quilt"
          value={spacing}
          least={2}
          most={300}
          onLength={setSpacing}
        />
        <Button variant={shown ? 'default' : 'filled'} onClick={() => void look()}>
          Show
        </Button>
      </Group>
      {shown?.length === 0 && <Text size="sm">No recipe here has lines that face each other.</Text>}
      {shown && shown.length > 0 && (
        <>
          <Table fz="sm" withRowBorders={false} verticalSpacing={2}>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Recipe</Table.Th>
                <Table.Th>Spacing</Table.Th>
                <Table.Th>Repeats</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {shown.map((one) => (
                <Table.Tr key={one.recipeId}>
                  <Table.Td>
                    {name(one.designId)}, {counted(one.patches, 'patch')}
                  </Table.Td>
                  <Table.Td>
                    {formatLength(one.before, style)} → {formatLength(one.after, style)}
                  </Table.Td>
                  <Table.Td>
                    {one.arrange.across} × {one.arrange.down}
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
          <Group gap="xs">
            <Button onClick={() => end(true)}>Even out</Button>
            <Button variant="subtle" onClick={() => end(false)}>
              Back
            </Button>
          </Group>
        </>
      )}
    </Stack>
  );
}

const withEvened =
  (evened: readonly Evened[]) =>
  (records: PlanRecords): PlanRecords =>
    evened.reduce((plan, { recipeId, arrange, fit }) => setRecipe(recipeId, { arrange, fit })(plan), records);
