import { formatLength, type Polyline, type Trim as TrimRule } from '@gorse/core';
import { Button, Stack, Text } from '@mantine/core';
import { useDesignStrokes } from '../../../api/queries.ts';
import { dragStages, dropStages, setStages } from '../../../document/proposal.ts';
import { LineView } from '../../../ui/line-view.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { TrimHandles } from '../../../ui/trim-handles.tsx';
import { type Cuts, lengthOfAll } from '../../../tools/trim-end.ts';
import { useTrim } from '../../../ui/use-trim.ts';
import type { StageProps, StageView } from '../stage-view.ts';

const WIDTH = 296;
const HEIGHT = 190;
const NO_LINES: readonly Polyline[] = [];

function Trim({ placementId, value: trim, design }: StageProps<'trim'>) {
  const { data: strokes = NO_LINES } = useDesignStrokes(design?.id ?? '', design !== undefined);
  const length = lengthOfAll(strokes);
  const toRule = (cuts: Cuts): TrimRule => ({ from: cuts.start / length, to: 1 - cuts.end / length });
  const trimming = useTrim(
    strokes,
    { start: trim.from * length, end: (1 - trim.to) * length },
    (cuts) => setStages('trim', placementId, { trim: toRule(cuts) }),
    (cuts) => (cuts ? dragStages(placementId, { trim: toRule(cuts) }) : dropStages()),
  );
  if (strokes.length === 0) return <Text size="sm">The design is being read…</Text>;
  return (
    <Stack gap="xs">
      <LineView
        strokes={trimming.lines}
        ghost={trimming.cutOff}
        width={WIDTH}
        height={HEIGHT}
        label="The line as it is trimmed"
      >
        {(map) => <TrimHandles trimming={trimming} map={map} />}
      </LineView>
      <Text size="sm">
        Drag the ring (start) or the square (end) along the line. Arrow keys move a chosen one by a stitch, with Shift
        to the next corner.
      </Text>
      {!isWhole(trim) && (
        <Button variant="default" onClick={() => setStages('whole line', placementId, { trim: { from: 0, to: 1 } })}>
          Use the whole line
        </Button>
      )}
    </Stack>
  );
}

const isWhole = ({ from, to }: TrimRule): boolean => from <= 0 && to >= 1;

function useLine({ value: trim, design }: StageProps<'trim'>): string {
  const style = useLengthStyle();
  if (isWhole(trim)) return 'whole line';
  if (!design) return 'part of the line';
  return `${formatLength((trim.to - trim.from) * design.facts.length, style)} of ${formatLength(design.facts.length, style)}`;
}

export const trimView: StageView<'trim'> = { name: 'trim', title: 'Trim', useLine, Body: Trim };
