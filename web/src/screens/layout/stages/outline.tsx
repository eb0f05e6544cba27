import { formatLength, MM_PER_INCH, MOST_OUTLINES } from '@gorse/core';
import { SegmentedControl, Stack, Text } from '@mantine/core';
import { setStages } from '../../../document/proposal.ts';
import { LengthList } from '../../../ui/length-list.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import type { StageProps, StageView } from '../stage-view.ts';

/** How far a further line lies inside the one before it, mm. */
const STEP = MM_PER_INCH / 4;

function Outline({ placementId, value: outline }: StageProps<'outline'>) {
  const { lines, when } = outline;
  const put = (mark: string, changed: readonly number[]) =>
    setStages(mark, placementId, { outline: { ...outline, lines: changed } });
  return (
    <Stack gap="sm">
      <Text size="sm">
        Lines round the patch: 0 is the seam itself, more lies inside it, less than 0 outside. They go along to every
        patch with this recipe, and follow its edges as they are touched.
      </Text>
      <LengthList
        values={lines}
        labelOf={(number) => `Line ${number}, inside the seam`}
        least={-200}
        most={1000}
        mostOf={MOST_OUTLINES}
        next={lines.length === 0 ? 0 : lines.at(-1)! + STEP}
        add={lines.length === 0 ? 'Outline the seam' : 'One more line'}
        onValues={(values) => put(values.length < lines.length ? 'without an outline' : 'outline', values)}
      />
      {lines.length > 0 && (
        <SegmentedControl
          aria-label="When the outline is stitched"
          data={[
            { value: 'before', label: 'Before the design' },
            { value: 'after', label: 'After it' },
          ]}
          value={when}
          onChange={(value) =>
            setStages('when the outline is stitched', placementId, { outline: { ...outline, when: value } })
          }
        />
      )}
    </Stack>
  );
}

function useLine({ value: { lines, when } }: StageProps<'outline'>): string {
  const style = useLengthStyle();
  if (lines.length === 0) return 'none';
  const where = lines.map((inset) => (inset === 0 ? 'the seam' : formatLength(inset, style))).join(', ');
  return `${where} · ${when}`;
}

export const outlineView: StageView<'outline'> = { name: 'outline', title: 'Outline', useLine, Body: Outline };
