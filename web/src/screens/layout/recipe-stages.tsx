import { type DesignAnswer } from '@gorse/contract';
import {
  counted,
  formatCount,
  formatDuration,
  formatLength,
  formatLengthNumber,
  type PlacementRecord,
  quiltOf,
  type RecipeStages,
  seatIn,
  type Shape,
  stagesThrough,
  type StageName,
  trimmed,
} from '@gorse/core';
import { Button, Group, Text, Title } from '@mantine/core';
import { memo, useMemo } from 'react';
import { edit, usePlan } from '../../document/plan-store.ts';
import { ownStages, placementsOf, withoutOwn } from '../../document/recipes.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { workName } from './backgrounds.ts';
import { Stage } from './stage.tsx';
import { STAGE_VIEWS } from './stages/stage-list.ts';
import type { StageProps, StageView } from './stage-view.ts';
import { useShown } from './stages/use-shown.ts';

/** The stages of a patch's recipe, top to bottom, each with its result in one line; each is made anew only when what it shows changes. */
export function Stages({
  placement,
  shape,
  designs,
  stage,
  onStage,
}: {
  readonly placement: PlacementRecord;
  readonly shape: Shape;
  readonly designs: readonly DesignAnswer[];
  readonly stage: string | null;
  readonly onStage: (stage: string | null) => void;
}) {
  const recipe = usePlan(({ records }) => records.recipes[placement.recipeId]);
  const isShared = usePlan(({ records }) => placementsOf(records, placement.recipeId).length > 1);
  const up = (placement.own.orient ?? recipe?.orient)?.up ?? 'quilt';
  // As the design sits in it, so that edges are counted from its top.
  const seat = useMemo(() => seatIn(shape, shape, up).shape, [shape, up]);
  if (!recipe) return null;
  const design = designs.find((one) => one.id === recipe.designId);
  return (
    <div>
      <WorkTitle recipe={recipe} designs={designs} />
      {stagesThrough(recipe).map((name) => (
        <StagePart
          key={name}
          name={name}
          placementId={placement.id}
          value={placement.own[name] ?? recipe[name]}
          shape={seat}
          design={design}
          open={stage === name}
          onStage={onStage}
          isOwn={name in placement.own}
          isShared={isShared}
        />
      ))}
      <TotalsLine placementId={placement.id} />
    </div>
  );
}

const WorkTitle = memo(function WorkTitle({
  recipe,
  designs,
}: {
  readonly recipe: RecipeStages;
  readonly designs: readonly DesignAnswer[];
}) {
  const style = useLengthStyle();
  const design = designs.find((one) => one.id === recipe.designId);
  return (
    <>
      <Title order={2} size="h4" mt="sm">
        {workName(recipe, designs)}
      </Title>
      {design && (
        <Text size="sm" c="var(--ink-soft)">
          drawn {formatLengthNumber(design.facts.width, style)} × {formatLength(design.facts.height, style)}
        </Text>
      )}
    </>
  );
});

interface PartProps extends Omit<StageProps<StageName>, 'value'> {
  readonly name: StageName;
  readonly value: RecipeStages[StageName];
  readonly open: boolean;
  readonly onStage: (stage: string | null) => void;
  /** The patch differs from its recipe here. */
  readonly isOwn: boolean;
  readonly isShared: boolean;
}

const StagePart = memo(function StagePart({ name, open, onStage, isOwn, isShared, ...props }: PartProps) {
  // A stage and its own value go together.
  const { title, useLine, Body } = STAGE_VIEWS[name] as unknown as StageView<StageName>;
  const line = useLine(props);
  return (
    <Stage
      name={title}
      line={isOwn ? `${line} · only here` : line}
      open={open}
      onToggle={() => onStage(open ? null : name)}
    >
      <Body {...props} />
      {(isOwn || isShared) && (
        <Group mt="sm" gap="xs">
          {isOwn ? (
            <Button
              size="compact-sm"
              variant="default"
              onClick={() => edit(`${title.toLowerCase()} as the others`, withoutOwn(props.placementId, name))}
            >
              As in the others
            </Button>
          ) : (
            <Button
              size="compact-sm"
              variant="subtle"
              onClick={() =>
                edit(`${title.toLowerCase()} by itself`, ownStages(props.placementId, { [name]: props.value }))
              }
            >
              Only in this patch
            </Button>
          )}
        </Group>
      )}
    </Stage>
  );
});

function TotalsLine({ placementId }: { readonly placementId: string }) {
  const planned = useShown(placementId);
  const style = useLengthStyle();
  const bobbin = usePlan(({ records }) => quiltOf(records).machine.bobbin);
  if (!planned?.fit) return null;
  const { stitches, length, cuts, seconds, thread } = planned.totals;
  return (
    <Text mt="sm" data-testid="totals">
      {formatCount(stitches)} stitches, {formatLength(length, style)} of line,{' '}
      {cuts === 0 ? 'no cuts' : counted(cuts, 'cut')}. About {formatDuration(seconds)} and{' '}
      {trimmed((100 * thread) / bobbin, 0)} % of a bobbin.
    </Text>
  );
}
