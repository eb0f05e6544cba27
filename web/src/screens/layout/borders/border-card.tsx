import type { DesignAnswer } from '@gorse/contract';
import {
  type BorderSetRecord,
  bordersOf,
  CORNER_SCHOOLS,
  counted,
  formatCount,
  formatDuration,
  quiltOf,
  recordId,
  type Through,
  THROUGHS,
  trimmed,
} from '@gorse/core';
import { Button, Group, Loader, Select, Text, Title } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { memo, type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { borderSetOf, changeBorder, removeBorder, type SetPlace } from '../../../document/borders.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import type { ShownRecord } from '../../../planning-worker/shown.ts';
import { ChoiceGrid } from '../../../ui/choice-grid.tsx';
import { atStart } from '../../../ui/words.ts';
import { Stage } from '../stage.tsx';
import { BorderAnswers } from './border-answers.tsx';
import { BORDER_STAGES } from './border-stages.tsx';
import { cornerName } from './border-words.ts';
import { CornerSketch } from './corner-sketch.tsx';
import type { Place } from '../places.ts';
import { SidesForm } from './sides-form.tsx';

/** What a click in the drawer chooses: the border's design, or that of its corners; null when it is closed. */
export type Choosing = 'design' | 'corner' | null;

interface Props {
  readonly place: SetPlace;
  readonly places: readonly Place[];
  readonly onPlace: (place: SetPlace) => void;
  readonly designs: readonly DesignAnswer[];
  readonly choosing: Choosing;
  readonly onChoosing: (choosing: Choosing) => void;
}

/** A border's card: its repeats and corners first, then what matters and its answers, then the stages. */
export function BorderCard(props: Props) {
  const { place, places, onPlace, designs, choosing, onChoosing } = props;
  const set = usePlan(({ records }) => borderSetOf(records, place));
  const shown = usePlanned(({ byRecord }) => set && byRecord[recordId({ source: 'borderSets', record: set.id })]);
  const quiltId = usePlan((state) => state.quiltId ?? '');
  if (places.length === 0)
    return (
      <Card>
        <Title order={2} size="h4">
          Round the border
        </Title>
        <Text mt="sm">
          This top has no border, no sashing and no triangles in a row.{' '}
          <Link to={`/quilts/${quiltId}/quilt`}>Add one on the Quilt step</Link>, under Borders.
        </Text>
      </Card>
    );
  const design = designs.find(({ id }) => id === set?.designId);
  return (
    <Card>
      {places.length > 1 && <PlaceSelect places={places} place={place} onPlace={onPlace} />}
      <Group justify="space-between" wrap="nowrap">
        <Title order={2} size="h4">
          {set
            ? (design?.name ?? 'A design no longer in the library')
            : typeof place === 'number'
              ? 'Round the border'
              : 'Along the strips'}
        </Title>
        {set && (
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => onChoosing(choosing === 'design' ? null : 'design')}
          >
            {choosing === 'design' ? 'Keep it' : 'Change'}
          </Button>
        )}
      </Group>
      {!set && (
        <Text mt="sm">
          {typeof place === 'number'
            ? 'Choose a design below: it goes round all four sides, as often as fits.'
            : 'Choose a design below: it runs along every strip, as often as fits.'}{' '}
          Then say what matters, and compare the answers.
        </Text>
      )}
      {set && !shown && <Loader size="sm" mt="sm" aria-label="working" />}
      {set && shown && <Worked {...props} set={set} shown={shown} />}
    </Card>
  );
}

const Card = ({ children }: { readonly children: ReactNode }) => (
  <aside className="card" aria-label="Border card">
    {children}
  </aside>
);

function PlaceSelect({ places, place, onPlace }: Pick<Props, 'places' | 'place' | 'onPlace'>) {
  return (
    <Select
      label="Where"
      allowDeselect={false}
      mb="sm"
      data={places.map((one) => ({ value: String(one.place), label: one.label }))}
      value={String(place)}
      onChange={(value) => {
        const found = places.find((one) => String(one.place) === value);
        if (found) onPlace(found.place);
      }}
    />
  );
}

function Worked({
  set,
  shown: { border: sides, totals },
  designs,
  choosing,
  onChoosing,
}: Props & { readonly set: BorderSetRecord; readonly shown: ShownRecord }) {
  const [stage, setStage] = useState<string | null>(null);
  const bobbin = usePlan(({ records }) => quiltOf(records).machine.bobbin);
  return (
    <>
      {sides && (
        <>
          <Text size="sm" data-testid="border-totals">
            {[
              `${formatCount(totals.stitches)} stitches`,
              formatDuration(totals.seconds),
              `${trimmed(totals.thread / 1000, 0)} m of thread`,
              counted(Math.ceil(totals.thread / bobbin), 'bobbin'),
              counted(totals.cuts, 'cut'),
            ].join(', ')}
            .
          </Text>
          <SidesForm set={set} sides={sides} />
        </>
      )}
      {set.strips === null && (
        <Corners
          {...{ id: set.id, border: set.border, over: set.over, corners: set.corners, through: set.through }}
          design={designs.find(({ id }) => id === set.cornerDesignId)}
          choosing={choosing}
          onChoosing={onChoosing}
        />
      )}
      <BorderAnswers set={set} />
      <div style={{ marginTop: 12 }}>
        {BORDER_STAGES.filter(({ isFor }) => isFor?.(set, sides ?? []) ?? true).map(({ name, useLine, Body }) => (
          <StageOf
            key={name}
            {...{ name, useLine }}
            props={{ set, sides: sides ?? [] }}
            open={stage === name}
            onToggle={() => setStage(stage === name ? null : name)}
          >
            <Body set={set} sides={sides ?? []} />
          </StageOf>
        ))}
      </div>
      <Button
        mt="md"
        variant="subtle"
        color="rowan"
        size="xs"
        leftSection={<IconTrash size={16} />}
        onClick={() => edit(set.strips === null ? 'take the border out' : 'take the strips out', removeBorder(set.id))}
      >
        {set.strips === null ? 'Take the border’s design out' : 'Take the strips’ design out'}
      </Button>
    </>
  );
}

/** A stage with its line, which may depend on what she prefers. */
function StageOf({
  name,
  useLine,
  props,
  open,
  onToggle,
  children,
}: Pick<(typeof BORDER_STAGES)[number], 'name' | 'useLine'> & {
  readonly props: Parameters<(typeof BORDER_STAGES)[number]['useLine']>[0];
  readonly open: boolean;
  readonly onToggle: () => void;
  readonly children: ReactNode;
}) {
  const line = useLine(props);
  return (
    <Stage name={name} line={line} open={open} onToggle={onToggle}>
      {children}
    </Stage>
  );
}

/** Ways to work the corners, by their names. */
const WAYS = CORNER_SCHOOLS.flatMap((corners) =>
  (corners === 'deadEnd' ? THROUGHS : (['ends'] as readonly Through[])).map((through) => ({ corners, through })),
);

const Corners = memo(function Corners({
  id,
  border,
  over,
  corners,
  through,
  design,
  choosing,
  onChoosing,
}: Pick<Props, 'choosing' | 'onChoosing'> &
  Pick<BorderSetRecord, 'id' | 'border' | 'over' | 'corners' | 'through'> & {
    /** That turns the corners. */
    readonly design: DesignAnswer | undefined;
  }) {
  const stones = usePlan(({ records }) =>
    bordersOf(quiltOf(records).map.borders, { border, over }).every(({ corner }) => corner === 'cornerstones'),
  );
  return (
    <section aria-label="Corners">
      <Text fw={700} mt="sm" mb={4}>
        Corners
      </Text>
      <ChoiceGrid
        label="How the corners are worked"
        value={cornerName({ corners, through })}
        options={WAYS.map((way) => ({
          value: cornerName(way),
          label: atStart(cornerName(way)),
          picture: <CornerSketch {...way} />,
          disabled: way.corners === 'cornerstone' && !stones,
          why: 'This border has no cornerstones: say so on the Quilt step, under Borders.',
        }))}
        onChoose={(name) => {
          const way = WAYS.find((one) => cornerName(one) === name)!;
          edit('corners', changeBorder(id, way));
          if (way.corners === 'cornerDesign' && !design) onChoosing('corner');
        }}
      />
      {corners === 'cornerDesign' && (
        <Group gap="xs" mt={6}>
          <Text size="sm">
            {design ? `${design.name} turns the corners.` : 'Choose the design that turns the corners, below.'}
          </Text>
          <Button
            size="compact-sm"
            variant="default"
            onClick={() => onChoosing(choosing === 'corner' ? null : 'corner')}
          >
            {choosing === 'corner' ? 'Keep it' : design ? 'Another' : 'Choose'}
          </Button>
        </Group>
      )}
    </section>
  );
});
