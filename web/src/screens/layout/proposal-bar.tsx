import { recordId } from '@gorse/core';
import { Button, Group, Paper, Text } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { usePlan } from '../../document/plan-store.ts';
import { accept, type Proposal, useProposal, withdraw } from '../../document/proposal.ts';
import { followersOf } from '../../document/recipes.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import type { ShownRecord } from '../../planning-worker/shown.ts';
import { proposalWords } from './proposal-words.ts';

type Planned = Readonly<Record<string, ShownRecord>>;

/** A change of a shared recipe, until it is accepted: how many patches it reaches, and what it does there. */
export function ProposalBar() {
  const open = useProposal((state) => state.open);
  const before = useSettled();
  return open && <Bar proposal={open} before={before} />;
}

/** What was worked out of the plan when nothing was being changed. */
function useSettled(): Planned {
  const [settled, setSettled] = useState<Planned>(() => usePlanned.getState().byRecord);
  useEffect(() => {
    const look = (): void => {
      const { records, committed } = usePlan.getState();
      if (records === committed) setSettled(usePlanned.getState().byRecord);
    };
    look();
    const [leavePlanned, leavePlan] = [usePlanned.subscribe(look), usePlan.subscribe(look)];
    return () => {
      leavePlanned();
      leavePlan();
    };
  }, []);
  return settled;
}

function Bar({ proposal, before }: { readonly proposal: Proposal; readonly before: Planned }) {
  const committed = usePlan((state) => state.committed);
  const { placements } = committed;
  const regions = usePlan(({ records }) => records.regions);
  const after = usePlanned((state) => state.byRecord);
  const name = (id: string): string => regions[placements[id]?.regionId ?? '']?.name ?? 'the patch';
  const followers = followersOf(committed, proposal.placementId, proposal.change);
  const reached = followers.map(({ id }) => {
    const key = recordId({ source: 'placements', record: id });
    return { name: name(id), before: before[key], after: after[key] };
  });
  useHotkeys([['Escape', withdraw]], []);
  return (
    <Paper role="region" aria-label="Change of a shared recipe" className="proposal" p="sm" mb="sm" shadow="sm">
      <Text fw={700}>This changes {followers.length} patches</Text>
      {proposalWords(reached).map((line) => (
        <Text key={line} size="sm">
          {line}
        </Text>
      ))}
      <Group gap="xs" mt="xs">
        <Button onClick={() => accept('all')}>Change all {followers.length}</Button>
        <Button variant="default" onClick={() => accept('here')}>
          Only {name(proposal.placementId)}
        </Button>
        <Button variant="subtle" onClick={withdraw}>
          Back (Esc)
        </Button>
      </Group>
    </Paper>
  );
}
