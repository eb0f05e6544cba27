import {
  ACROSS_WAYS,
  AS_TURNED,
  BEFORE_TURNING,
  type AcrossSums,
  type AcrossWay,
  type BorderSetRecord,
  counted,
  formatDuration,
  formatLength,
  type LengthStyle,
  loadingWhen,
  quiltOf,
  sidesAcross,
  TURNED_TO,
} from '@gorse/core';
import { Stack, Text } from '@mantine/core';
import { changeBorder } from '../../../document/borders.ts';
import { edit, usePlan } from '../../../document/plan-store.ts';
import { planner } from '../../../planning-worker/link.ts';
import { madeOf } from '../../../planning-worker/made-of.ts';
import { ChoiceGrid } from '../../../ui/choice-grid.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { useAsked } from '../../../ui/use-asked.ts';
import { atStart } from '../../../ui/words.ts';

interface Props {
  readonly set: BorderSetRecord;
}

const NAMES: Readonly<Record<AcrossWay, string>> = {
  sections: 'In sections, as the quilt is rolled',
  turned: 'Whole, once the quilt is turned',
};

/** How the sides across the poles are stitched, in a line. */
export const useAcrossLine = ({ set }: Props): string =>
  set.across === 'sections' ? 'in sections' : 'whole, after turning';

/** Both ways beside each other, with what each comes to; and what must hold before the quilt is turned. */
export function AcrossBody({ set }: Props) {
  const style = useLengthStyle();
  const records = usePlan((state) => state.records);
  const { loading } = quiltOf(records);
  const ask = async (): Promise<readonly AcrossSums[]> => {
    await planner.teach(records);
    return planner.of(records).borderAcross(set.id);
  };
  const { answer } = useAsked('border across', [set, ...madeOf(records)], ask);
  const { way, edge } = TURNED_TO[loadingWhen(loading, AS_TURNED)];
  if (answer?.length === 0)
    return <Text size="sm">Nothing of it runs across the poles: each pass holds what is in it whole.</Text>;
  return (
    <Stack gap="xs">
      <Text size="sm">
        {set.strips === null
          ? `The ${sidesAcross(loading).join(' and ')} run across the poles: no pass reaches all of one.`
          : 'Strips that run across the poles are deeper than a pass reaches.'}
      </Text>
      <ChoiceGrid
        label="How the sides across the poles are stitched"
        columns={2}
        value={set.across}
        options={ACROSS_WAYS.map((value) => {
          const sums = answer?.find(({ across }) => across === value);
          return { value, label: NAMES[value], about: sums ? aboutWords(sums, style) : ['…'] };
        })}
        onChoose={(across) => edit('sides across the poles', changeBorder(set.id, { across }))}
      />
      <Text size="sm">
        {set.across === 'sections'
          ? 'Parted between repeats where a pass ends; each section is bound to the stitched end of the one before.'
          : `After all else the quilt is taken off, turned ${way} and loaded by its ${edge}. ${BEFORE_TURNING} Baste the new upper edge straight.`}
      </Text>
    </Stack>
  );
}

/** What a way comes to with all else on the quilt: minutes at the frame, passes, and what becomes of the border. */
const aboutWords = (sums: AcrossSums, style: LengthStyle): readonly string[] => [
  `${counted(sums.passes, 'pass')}${sums.turned ? ', turned once' : ''}`,
  `about ${formatDuration(Math.round(sums.seconds / 300) * 300)} in all`,
  `${counted(sums.pieces, 'piece')}, ${counted(sums.cuts, 'cut')}`,
  ...(sums.tooDeep > 0 ? [`${atStart(counted(sums.tooDeep, 'piece'))} too deep`] : []),
  ...(sums.tooWide > 0 ? [`${formatLength(sums.tooWide, style)} too wide for the frame`] : []),
];
