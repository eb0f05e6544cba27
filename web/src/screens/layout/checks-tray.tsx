import type { LengthStyle, PlanProblem } from '@gorse/core';
import { Button, Group, Text, UnstyledButton } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import {
  IconAlertTriangle,
  IconChevronDown,
  IconChevronUp,
  IconCircleCheck,
  IconInfoCircle,
} from '@tabler/icons-react';
import { useShallow } from 'zustand/react/shallow';
import { edit, usePlan } from '../../document/plan-store.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { mendWith, nameOf, recordsOf, remedyName, sentence } from './problem-words.ts';

const NONE: readonly PlanProblem[] = [];

/** What is wrong or risky about the plan: click one to go there, or mend it with its button. */
export function ChecksTray({
  more = NONE,
  onShow,
}: {
  /** What was found elsewhere, such as by the density picture. */
  readonly more?: readonly PlanProblem[];
  readonly onShow: (problem: PlanProblem) => void;
}) {
  const [opened, { toggle }] = useDisclosure(false);
  const planned = usePlanned(useShallow(({ byRecord }) => Object.values(byRecord).flatMap((one) => one.problems)));
  const waiting = usePlanned((state) => state.waiting);
  const { placements, rowSets, borderSets } = usePlan(
    useShallow(({ records: { placements, rowSets, borderSets } }) => ({ placements, rowSets, borderSets })),
  );
  const style = useLengthStyle();
  const problems = [...planned, ...more]
    .filter(({ subject }) => recordsOf(subject, { placements, rowSets, borderSets })[subject.id])
    .sort((a, b) => a.severity.localeCompare(b.severity) * -1);
  const mend = problems.filter((problem) => problem.severity === 'mend').length;
  const know = problems.length - mend;
  const summary = waiting
    ? 'working out the plan…'
    : problems.length === 0
      ? 'nothing to mend'
      : [mend && `${mend} to mend`, know && `${know} to know`].filter(Boolean).join(' · ');
  return (
    <section className="tray" aria-label="Checks">
      <UnstyledButton onClick={toggle} disabled={problems.length === 0} aria-expanded={opened} px={14} h={40} w="100%">
        <Group gap={8}>
          {mend > 0 ? (
            <IconAlertTriangle size={18} color="var(--mantine-color-rowan-6)" />
          ) : know > 0 ? (
            <IconInfoCircle size={18} />
          ) : (
            <IconCircleCheck size={18} color="var(--mantine-color-moss-6)" />
          )}
          <Text fw={600}>Checks: {summary}</Text>
          {problems.length > 0 && (opened ? <IconChevronDown size={16} /> : <IconChevronUp size={16} />)}
        </Group>
      </UnstyledButton>
      {opened && problems.length > 0 && (
        <ul style={{ maxHeight: 190, overflowY: 'auto', margin: 0, padding: '0 14px 10px', listStyle: 'none' }}>
          {problems.map((problem) => (
            <Problem
              key={`${problem.subject.id} ${problem.code} ${problem.at.x} ${problem.at.y}`}
              problem={problem}
              style={style}
              onShow={onShow}
            />
          ))}
        </ul>
      )}
    </section>
  );
}

function Problem({
  problem,
  style,
  onShow,
}: {
  readonly problem: PlanProblem;
  readonly style: LengthStyle;
  readonly onShow: (problem: PlanProblem) => void;
}) {
  const { remedy } = problem;
  const name = usePlan((state) => nameOf(problem.subject, state.records));
  return (
    <li style={{ display: 'flex', alignItems: 'center', gap: 10, padding: '3px 0' }}>
      <UnstyledButton style={{ flex: 1 }} onClick={() => onShow(problem)}>
        <b>{problem.severity === 'mend' ? 'Mend' : 'Know'}:</b> {sentence(problem, name, style)}
      </UnstyledButton>
      {remedy && (
        <Button size="compact-sm" variant="default" onClick={() => edit('remedy', mendWith(remedy, problem.subject))}>
          {remedyName(remedy, style)}
        </Button>
      )}
    </li>
  );
}
