import {
  BORDER_STRETCHES,
  type BorderEdge,
  type BorderSetRecord,
  formatLength,
  type Maker,
  MM_PER_INCH,
  quiltOf,
  recordId,
  isSide,
  STANCES,
  type StripId,
  trimmed,
} from '@gorse/core';
import { Checkbox, Group, Slider, Stack, Text } from '@mantine/core';
import { memo, type ReactNode } from 'react';
import { changeBorder, clearBorder } from '../../../document/borders.ts';
import { edit, preview, usePlan } from '../../../document/plan-store.ts';
import { usePlanned } from '../../../planning-worker/planned-store.ts';
import type { ShownSide } from '../../../planning-worker/shown.ts';
import { ChoiceGrid } from '../../../ui/choice-grid.tsx';
import { LengthInput } from '../../../ui/length-input.tsx';
import { NumberEntry } from '../../../ui/number-entry.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { atStart } from '../../../ui/words.ts';
import { maskedLine, maskedSum } from '../keep-outs/masked-words.ts';
import { RejoinForm } from '../keep-outs/rejoin-form.tsx';
import { StitchForm, TIE_NAMES } from '../stages/stitch-form.tsx';
import { AcrossBody, useAcrossLine } from './across-stage.tsx';
import { EdgesBody, useEdgesLine } from './edges-stage.tsx';
import { OverBody, useOverLine } from './over-stage.tsx';
import {
  STANCE_NAMES,
  STANCE_WORDS,
  STRETCH_NAMES,
  STRETCH_WORDS,
  STRIP_STANCE_NAMES,
  STRIP_STANCE_WORDS,
  STRIP_STANCES,
} from './border-words.ts';

interface StageProps {
  readonly set: BorderSetRecord;
  readonly sides: readonly ShownSide[];
}

/** A stage of a border: its name, its result in a line, and what opens. */
export interface BorderStage {
  readonly name: string;
  readonly useLine: (props: StageProps) => string;
  readonly Body: (props: StageProps) => ReactNode;
  /** For which sets it is; for all where nothing is said. */
  readonly isFor?: (set: BorderSetRecord, sides: readonly ShownSide[]) => boolean;
}

const isBorder = ({ strips }: BorderSetRecord): boolean => strips === null;
/** One repeat in each triangle stands on its base, and is as wide as that. */
const isCounted = (_: BorderSetRecord, sides: readonly ShownSide[]): boolean => sides.some(({ isFixed }) => !isFixed);

const stanceNames = (set: BorderSetRecord): typeof STANCE_NAMES => (isBorder(set) ? STANCE_NAMES : STRIP_STANCE_NAMES);

const stance: BorderStage = {
  name: 'Stands',
  isFor: isCounted,
  useLine: ({ set }) => stanceNames(set)[set.stance].toLowerCase(),
  Body: ({ set }) => (
    <Stack gap="xs">
      <ChoiceGrid
        label="How the design stands"
        value={set.stance}
        columns={2}
        options={(isBorder(set) ? STANCES : STRIP_STANCES).map((value) => ({
          value,
          label: stanceNames(set)[value],
        }))}
        onChoose={(chosen) => edit('stance of the border', changeBorder(set.id, { stance: chosen }))}
      />
      <Text size="sm">{(isBorder(set) ? STANCE_WORDS : STRIP_STANCE_WORDS)[set.stance]}</Text>
    </Stack>
  ),
};

const AT_MITRE = 'At a mitre lines meet only where all repeats are stretched alike.';

const stretch: BorderStage = {
  name: 'Gives way',
  isFor: isCounted,
  useLine: ({ set }) => (set.corners === 'mitre' ? 'all alike' : STRETCH_NAMES[set.stretch].toLowerCase()),
  Body: ({ set }) => (
    <Stack gap="xs">
      <ChoiceGrid
        label="What is stretched"
        value={set.corners === 'mitre' ? 'evenly' : set.stretch}
        options={BORDER_STRETCHES.map((value) => ({
          value,
          label: STRETCH_NAMES[value],
          disabled: set.corners === 'mitre' && value !== 'evenly',
          why: AT_MITRE,
        }))}
        onChoose={(chosen) => edit('what is stretched', changeBorder(set.id, { stretch: chosen }))}
      />
      <Text size="sm">{set.corners === 'mitre' ? AT_MITRE : STRETCH_WORDS[set.stretch]}</Text>
    </Stack>
  ),
};

const LEAST_FILL = 0.1;
const DEPTH_PART = 'Part of the depth';

const size: BorderStage = {
  name: 'Size',
  useLine: ({ set }) =>
    set.fill === 1
      ? `as deep as ${isBorder(set) ? 'the border' : 'the strips'}`
      : `${trimmed(100 * set.fill, 0)} % of the depth`,
  Body: ({ set }) => (
    <Stack gap="sm">
      <NumberEntry
        label={DEPTH_PART}
        suffix=" %"
        min={100 * LEAST_FILL}
        max={100}
        decimalScale={1}
        value={Math.round(1000 * set.fill) / 10}
        onNumber={(percent) => edit('size in the border', changeBorder(set.id, { fill: percent / 100 }))}
      />
      <Slider
        thumbLabel={`${DEPTH_PART}, drag to see it at once`}
        min={LEAST_FILL}
        max={1}
        step={0.01}
        value={set.fill}
        label={(fill) => `${trimmed(100 * fill, 0)} % of the depth`}
        onChange={(fill) => preview(changeBorder(set.id, { fill }))}
        onChangeEnd={(fill) => edit('size in the border', changeBorder(set.id, { fill }))}
      />
    </Stack>
  ),
};

const MOST_CLEAR = 3 * MM_PER_INCH;

function Clear({ set }: StageProps) {
  const { id, border, over, clear } = set;
  const style = useLengthStyle();
  const binding = usePlan(({ records }) => quiltOf(records).binding);
  const isOutermost = usePlan(({ records }) => quiltOf(records).map.borders.length <= border + over);
  if (!isBorder(set)) return <ClearOf id={id} edge="outer" name="All seams" about="" mm={clear.outer} />;
  const bound = isOutermost ? `Besides ${formatLength(binding, style)} that the binding takes` : '';
  return (
    <Stack gap="sm">
      <ClearOf id={id} edge="outer" name="Outer edge" about={bound} mm={clear.outer} />
      <ClearOf id={id} edge="inner" name="Inner seam" about="" mm={clear.inner} />
    </Stack>
  );
}

/** One of both is dragged, and the other stays as it is. */
const ClearOf = memo(function ClearOf({
  id,
  edge,
  name,
  about,
  mm,
}: {
  readonly id: string;
  readonly edge: BorderEdge;
  readonly name: string;
  readonly about: string;
  readonly mm: number;
}) {
  return (
    <div>
      <LengthInput
        label={name}
        description={about}
        value={mm}
        least={0}
        most={MOST_CLEAR}
        onLength={(to) => edit('kept clear', clearBorder(id, edge, to))}
      />
      <Slider
        thumbLabel={`${name} kept clear, drag to see it at once`}
        min={0}
        max={MOST_CLEAR}
        step={MM_PER_INCH / 16}
        value={mm}
        label={null}
        onChange={(to) => preview(clearBorder(id, edge, to))}
        onChangeEnd={(to) => edit('kept clear', clearBorder(id, edge, to))}
      />
    </div>
  );
});

const clear: BorderStage = {
  name: 'Keeps clear',
  useLine({ set }) {
    const style = useLengthStyle();
    const [outer, inner] = [formatLength(set.clear.outer, style), formatLength(set.clear.inner, style)];
    return isBorder(set) ? `${outer} outside, ${inner} inside` : `${outer} all round`;
  },
  Body: Clear,
};

const worked: BorderStage = {
  name: 'Worked',
  useLine: ({ set, sides }) =>
    set.without.length === 0
      ? 'all'
      : isBorder(set)
        ? `without ${set.without.join(', ')}`
        : `${set.without.length} of ${sides.flatMap(({ strips }) => strips).length} left out`,
  Body: ({ set, sides }) => (
    <Stack gap="xs">
      <Text size="sm">
        What is taken out can be worked by itself:{' '}
        {isBorder(set) ? 'its patch takes a design' : 'its patches take designs'} of {isBorder(set) ? 'its' : 'their'}{' '}
        own.
      </Text>
      <Group gap="md">
        {sides
          .flatMap(({ strips }) => strips)
          .map(({ id, name }) => (
            <Checkbox
              key={id}
              label={atStart(isSide(id) ? id : name)}
              checked={!set.without.includes(id)}
              onChange={() => edit(name, changeBorder(set.id, { without: toggled(set.without, id) }))}
            />
          ))}
      </Group>
    </Stack>
  ),
};

const toggled = (all: readonly StripId[], id: StripId): readonly StripId[] =>
  all.includes(id) ? all.filter((one) => one !== id) : [...all, id];

const stitch: BorderStage = {
  name: 'Stitch',
  useLine: ({ set }) => `${trimmed(set.stitch.stitchesPerInch, 1)} SPI · ties ${TIE_NAMES[set.stitch.tieOff]}`,
  Body: ({ set }) => (
    <StitchForm
      stitch={set.stitch}
      onSet={(mark, next) => edit(mark, changeBorder(set.id, { stitch: next }))}
      onDrag={(next) => preview(changeBorder(set.id, { stitch: next }))}
    />
  ),
};

const mask: BorderStage = {
  name: 'Keep out',
  useLine({ set }) {
    const keepOuts = usePlan(({ records }) => records.keepOuts);
    const shown = usePlanned(({ byRecord }) => byRecord[recordId(makerOf(set))]);
    return maskedLine(keepOuts, maskedSum(shown));
  },
  Body: ({ set }) => (
    <RejoinForm
      owner={makerOf(set)}
      rule={set.mask}
      onRule={(mark, change) => edit(mark, changeBorder(set.id, { mask: { ...set.mask, ...change } }))}
    />
  ),
};
const makerOf = ({ id }: BorderSetRecord): Maker => ({ source: 'borderSets', record: id });

const edges: BorderStage = { name: 'Edges', isFor: isBorder, useLine: useEdgesLine, Body: EdgesBody };

const over: BorderStage = { name: 'Lies over', isFor: isBorder, useLine: useOverLine, Body: OverBody };

const across: BorderStage = { name: 'Across the poles', useLine: useAcrossLine, Body: AcrossBody };

/** In the order they are shown in. */
export const BORDER_STAGES: readonly BorderStage[] = [
  stance,
  size,
  over,
  clear,
  stretch,
  across,
  edges,
  worked,
  mask,
  stitch,
];
