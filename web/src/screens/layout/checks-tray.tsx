import {
  formatLength,
  type LengthStyle,
  type PlanProblem,
  type PlanRecords,
  type ProblemSubject,
  type Remedy,
} from '@gorse/core';
import { Button, Group, Text, UnstyledButton } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import {
  IconAlertTriangle,
  IconChevronDown,
  IconChevronUp,
  IconCircleCheck,
  IconInfoCircle,
} from '@tabler/icons-react';
import { clearRegion, setRecipe } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { changeRows, removeRows, resetRow } from '../../document/rows.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';

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
  const planned = usePlanned();
  const records = usePlan((state) => state.records);
  const style = useLengthStyle();
  const problems = [
    ...Object.values(planned.byPlacement).flatMap((one) => one.problems),
    ...Object.values(planned.byRowSet).flatMap((one) => one.problems),
    ...more,
  ]
    .filter(({ subject }) => (subject.kind === 'placement' ? records.placements : records.rowSets)[subject.id])
    .sort((a, b) => a.severity.localeCompare(b.severity) * -1);
  const mend = problems.filter((problem) => problem.severity === 'mend').length;
  const know = problems.length - mend;
  const summary =
    planned.waiting > 0
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
              key={`${problem.subject.id} ${problem.code} ${problem.at.y}`}
              problem={problem}
              records={records}
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
  records,
  style,
  onShow,
}: {
  readonly problem: PlanProblem;
  readonly records: PlanRecords;
  readonly style: LengthStyle;
  readonly onShow: (problem: PlanProblem) => void;
}) {
  const { remedy } = problem;
  return (
    <li style={{ display: 'flex', alignItems: 'center', gap: 10, padding: '3px 0' }}>
      <UnstyledButton style={{ flex: 1 }} onClick={() => onShow(problem)}>
        <b>{problem.severity === 'mend' ? 'Mend' : 'Know'}:</b>{' '}
        {sentence(problem, nameOf(problem.subject, records), style)}
      </UnstyledButton>
      {remedy && (
        <Button size="compact-sm" variant="default" onClick={() => edit('remedy', mendWith(remedy, problem.subject))}>
          {remedyName(remedy, style)}
        </Button>
      )}
    </li>
  );
}

function nameOf(subject: ProblemSubject, records: PlanRecords): string {
  if (subject.kind === 'rowSet') return subject.row === null ? 'the rows' : `row ${subject.row + 1}`;
  const placement = records.placements[subject.id];
  return (placement && records.regions[placement.regionId]?.name) ?? 'a patch';
}

function sentence(problem: PlanProblem, name: string, style: LengthStyle): string {
  switch (problem.code) {
    case 'outsideRegion':
      return `${formatLength(problem.amount, style)} outside ${name} at the farthest.`;
    case 'foldedFit':
      return `The bend folds the design over itself in ${name}.`;
    case 'tooSharp':
      return `${problem.amount} ${problem.amount === 1 ? 'place' : 'places'} in ${name} too sharp for the stitch length; stitches are shortened there.`;
    case 'cannotRepeat':
      return 'The design doesn’t run from left to right, so its copies can’t be leaned until they join. Set them side by side with a straight line between.';
    case 'rowsOverlap':
      return `${capital(name)} lies over the one above it by ${formatLength(problem.amount, style)}.`;
    case 'rowsNear':
      return `${capital(name)} is only ${formatLength(problem.amount, style)} from the one above it.`;
    case 'overEdge':
      return `${capital(name)} runs ${formatLength(problem.amount, style)} over the edge of the area.`;
    case 'rowsOverPatch':
      return `Rows run over ${problem.amount} ${problem.amount === 1 ? 'patch that holds' : 'patches that hold'} a design of ${problem.amount === 1 ? 'its' : 'their'} own.`;
    case 'wideGap':
      return `A gap of ${formatLength(problem.amount, style)} without a stitch: wider than the batting allows. Lay the rows nearer or smaller.`;
    case 'outOfReach':
      if (problem.subject.kind === 'rowSet')
        return `${capital(name)} is ${formatLength(problem.amount, style)} deeper than the reach of this frame. Lay smaller rows.`;
      return `${name} lies ${formatLength(problem.amount, style)} beyond the reach of this frame; the cloth must be rolled before it can be stitched.`;
    case 'missingDesign':
      return `The design of ${name} is missing from the library. Put another one there.`;
    case 'smallPatch':
      return `A margin of ${formatLength(problem.amount, style)} leaves nothing of ${name}.`;
    case 'nothingToStitch':
      return `There is no stitch in ${name}.`;
  }
}

function remedyName(remedy: Remedy, style: LengthStyle): string {
  switch (remedy.kind) {
    case 'margin':
      return `Margin ${formatLength(remedy.margin, style)}`;
    case 'fit':
      return `Fit by "${remedy.fit}"`;
    case 'stitchesPerInch':
      return `${remedy.stitchesPerInch} SPI`;
    case 'resetRow':
      return `Put row ${remedy.row + 1} back`;
    case 'bridge':
      return 'Side by side';
    case 'leaveOut':
      return remedy.regionIds.length === 1 ? 'Leave it out' : 'Leave them out';
    case 'remove':
      return 'Take it out';
  }
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function mendWith(remedy: Remedy, subject: ProblemSubject): (records: PlanRecords) => PlanRecords {
  if (subject.kind === 'rowSet') return mendRows(remedy, subject.id);
  return (records) => {
    const placement = records.placements[subject.id];
    const recipe = placement && records.recipes[placement.recipeId];
    if (!recipe) return records;
    const { id, fit, stitch } = recipe;
    switch (remedy.kind) {
      case 'remove':
        return clearRegion(placement.regionId)(records);
      case 'margin':
        return setRecipe(id, { fit: { ...fit, margin: remedy.margin } })(records);
      case 'fit':
        return setRecipe(id, { fit: { ...fit, kind: remedy.fit } })(records);
      case 'stitchesPerInch':
        return setRecipe(id, { stitch: { ...stitch, stitchesPerInch: remedy.stitchesPerInch } })(records);
      default:
        return records;
    }
  };
}

function mendRows(remedy: Remedy, id: string): (records: PlanRecords) => PlanRecords {
  return (records) => {
    const set = records.rowSets[id];
    if (!set) return records;
    switch (remedy.kind) {
      case 'remove':
        return removeRows(records);
      case 'resetRow':
        return resetRow(id, remedy.row)(records);
      case 'bridge':
        return changeRows(id, { join: { kind: 'bridge', gap: 0 } })(records);
      case 'leaveOut':
        return changeRows(id, { area: { ...set.area, leaveOut: [...set.area.leaveOut, ...remedy.regionIds] } })(
          records,
        );
      case 'stitchesPerInch':
        return changeRows(id, { stitch: { ...set.stitch, stitchesPerInch: remedy.stitchesPerInch } })(records);
      default:
        return records;
    }
  };
}
