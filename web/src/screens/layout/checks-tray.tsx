import { formatLength, type LengthStyle, type PlanProblem, type PlanRecords, type Remedy } from '@gorse/core';
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
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';

/** What is wrong or risky about the plan: click one to go there, or mend it with its button. */
export function ChecksTray({ onShow }: { readonly onShow: (regionId: string) => void }) {
  const [opened, { toggle }] = useDisclosure(false);
  const planned = usePlanned();
  const records = usePlan((state) => state.records);
  const style = useLengthStyle();
  const problems = Object.values(planned.byPlacement)
    .flatMap((one) => one.problems)
    .filter((problem) => records.placements[problem.placementId])
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
              key={`${problem.placementId} ${problem.code}`}
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
  readonly onShow: (regionId: string) => void;
}) {
  const placement = records.placements[problem.placementId]!;
  const name = records.regions[placement.regionId]?.name ?? 'a patch';
  const { remedy } = problem;
  return (
    <li style={{ display: 'flex', alignItems: 'center', gap: 10, padding: '3px 0' }}>
      <UnstyledButton style={{ flex: 1 }} onClick={() => onShow(placement.regionId)}>
        <b>{problem.severity === 'mend' ? 'Mend' : 'Know'}:</b> {sentence(problem, name, style)}
      </UnstyledButton>
      {remedy && (
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => edit('remedy', mendWith(remedy, placement.recipeId, placement.regionId))}
        >
          {remedyName(remedy, style)}
        </Button>
      )}
    </li>
  );
}

function sentence(problem: PlanProblem, name: string, style: LengthStyle): string {
  switch (problem.code) {
    case 'outsideRegion':
      return `${formatLength(problem.amount, style)} outside ${name} at the farthest.`;
    case 'foldedFit':
      return `The bend folds the design over itself in ${name}.`;
    case 'tooSharp':
      return `${problem.amount} ${problem.amount === 1 ? 'place' : 'places'} in ${name} too sharp for the stitch length; stitches are shortened there.`;
    case 'outOfReach':
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
    case 'remove':
      return 'Empty the patch';
  }
}

function mendWith(remedy: Remedy, recipeId: string, regionId: string): (records: PlanRecords) => PlanRecords {
  if (remedy.kind === 'remove') return clearRegion(regionId);
  return (records) => {
    const { fit, stitch } = records.recipes[recipeId]!;
    if (remedy.kind === 'margin') return setRecipe(recipeId, { fit: { ...fit, margin: remedy.margin } })(records);
    if (remedy.kind === 'fit') return setRecipe(recipeId, { fit: { ...fit, kind: remedy.fit } })(records);
    return setRecipe(recipeId, { stitch: { ...stitch, stitchesPerInch: remedy.stitchesPerInch } })(records);
  };
}
