import { formatLength, MM_PER_INCH, MOST_OUTLINES } from '@gorse/core';
import { ActionIcon, Button, Group, SegmentedControl, Stack, Text } from '@mantine/core';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { setStages } from '../../../document/proposal.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
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
      {lines.map((inset, i) => (
        <Group key={i} gap="xs" align="flex-end" wrap="nowrap">
          <LengthInput
            label={`Line ${i + 1}, inside the seam`}
            style={{ flex: 1 }}
            value={inset}
            least={-200}
            most={1000}
            onLength={(mm) => put('outline', lines.with(i, mm))}
          />
          <ActionIcon
            variant="default"
            size={36}
            aria-label={`Take line ${i + 1} away`}
            onClick={() => put('without an outline', lines.toSpliced(i, 1))}
          >
            <IconTrash size={16} />
          </ActionIcon>
        </Group>
      ))}
      <Button
        variant="default"
        leftSection={<IconPlus size={16} />}
        disabled={lines.length >= MOST_OUTLINES}
        onClick={() => put('outline', [...lines, lines.length === 0 ? 0 : lines.at(-1)! + STEP])}
      >
        {lines.length === 0 ? 'Outline the seam' : 'One more line'}
      </Button>
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
