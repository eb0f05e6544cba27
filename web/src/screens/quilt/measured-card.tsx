import {
  formatLength,
  type LengthStyle,
  mapAsMeasured,
  type Edge,
  type Measure,
  type Measured,
  MEASURES,
  type QuiltMap,
  type Taken,
  type TopVerdict,
  topVerdict,
  UNMEASURED,
} from '@gorse/core';
import { Button, Group, SimpleGrid, Stack, Text, Title } from '@mantine/core';
import { type KeyboardEvent, useState } from 'react';
import { LengthInput } from '../../ui/length-input.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';
import { couldBeTyped } from './map-forms.ts';
import { TapePicture } from './tape-picture.tsx';

const WORDS: Readonly<Record<Measure, string>> = {
  widthTop: 'Width at the top',
  widthMiddle: 'Width in the middle',
  widthBottom: 'Width at the bottom',
  lengthLeft: 'Length at the left',
  lengthMiddle: 'Length in the middle',
  lengthRight: 'Length at the right',
  diagonalLeft: 'Diagonal from upper left',
  diagonalRight: 'Diagonal from upper right',
};
const EDGES: Readonly<Record<Edge, string>> = {
  widthTop: 'top edge',
  widthBottom: 'bottom edge',
  lengthLeft: 'left edge',
  lengthRight: 'right edge',
};
const ADVICE: Readonly<Record<TopVerdict['advice'], string>> = {
  'as-it-is': 'It lies flat and square: quilt it as it is.',
  ease: 'Ease the fullness in while basting that edge; it will lie flat.',
  block: 'Block it before loading: damp it, pull it square on a flat floor, pin it and let it dry.',
  're-cut':
    'Take that border off, cut it to the length of the middle and sew it on again; or quilt it as it is and expect it to ripple.',
  'out-of-square':
    'It is too far out of square to be pulled: trim its edge square, or quilt it as it is and touch its true corners at the frame.',
};

interface Props {
  readonly map: QuiltMap;
  readonly measured: Measured;
  readonly onMeasured: (measured: Measured) => void;
  /** The map as the top was measured. */
  readonly onMap: (map: QuiltMap) => void;
}

/** The real top: where to lay the tape, one line lit at a time, and what comes of it. */
export function MeasuredCard({ map, measured, onMeasured, onMap }: Props) {
  const style = useLengthStyle();
  const begun = MEASURES.some((one) => measured[one] !== null);
  const [open, setOpen] = useState(begun);
  const [lit, light] = useState<Measure>('widthTop');
  const verdict = topVerdict(measured);
  if (!open && !begun)
    return (
      <Button variant="default" onClick={() => setOpen(true)}>
        Measure the real top…
      </Button>
    );
  return (
    <section aria-label="The top as measured">
      <Stack gap="sm">
        <Title order={2} size="h4">
          Measured
        </Title>
        <TapePicture lit={lit} />
        <SimpleGrid cols={2} spacing="sm" onKeyDown={goOn}>
          {MEASURES.map((one) => (
            <LengthInput
              key={one}
              label={WORDS[one]}
              value={measured[one]}
              least={20}
              most={9000}
              onFocus={() => light(one)}
              onLength={(mm) => onMeasured({ ...measured, [one]: mm })}
            />
          ))}
        </SimpleGrid>
        {verdict && <Verdict verdict={verdict} map={map} style={style} onMap={onMap} />}
        {begun && (
          <Button
            size="compact-sm"
            variant="default"
            style={{ alignSelf: 'start' }}
            onClick={() => onMeasured(UNMEASURED)}
          >
            Measure anew
          </Button>
        )}
      </Stack>
    </section>
  );
}

/** Enter takes a length and goes on to the next tape. */
function goOn({ key, currentTarget, target }: KeyboardEvent<HTMLElement>): void {
  if (key !== 'Enter') return;
  const inputs = [...currentTarget.querySelectorAll('input')];
  inputs[inputs.indexOf(target as HTMLInputElement) + 1]?.focus();
}

/** What is found, in a sentence with its numbers. */
function verdictWords({ lean, diagonals, fullest }: TopVerdict, style: LengthStyle): string {
  const skew =
    Math.abs(lean) < 1
      ? `Its diagonals differ by ${formatLength(diagonals, style)}.`
      : `Its diagonals differ by ${formatLength(diagonals, style)}: it leans ${formatLength(Math.abs(lean), style)} to the ${lean > 0 ? 'right' : 'left'}.`;
  return fullest.by > 0
    ? `${skew} The ${EDGES[fullest.at]} is ${formatLength(fullest.by, style)} longer than the middle.`
    : `${skew} No edge is longer than the middle.`;
}

function Verdict({
  verdict,
  map,
  style,
  onMap,
}: Pick<Props, 'map' | 'onMap'> & { readonly verdict: TopVerdict; readonly style: LengthStyle }) {
  const { size } = verdict;
  const differs = Math.max(Math.abs(size.width - map.size.width), Math.abs(size.length - map.size.length)) > 0.5;
  const way = (taken: Taken, words: string) => {
    const measuredSo = mapAsMeasured(map, size, taken);
    const made = measuredSo && couldBeTyped(measuredSo) ? measuredSo : null;
    return (
      <Button
        size="compact-sm"
        variant="default"
        disabled={!made}
        title={made ? undefined : 'The map can’t be had so: its blocks are square, or its border too narrow.'}
        onClick={() => made && onMap(made)}
      >
        {words}
      </Button>
    );
  };
  return (
    <div aria-live="polite">
      <Text fw={600}>{ADVICE[verdict.advice]}</Text>
      <Text>{verdictWords(verdict, style)}</Text>
      <TapePicture corners={verdict.corners} mean={size} />
      {differs ? (
        <>
          <Text>
            On the mean it is {formatLength(size.width, style)} × {formatLength(size.length, style)}; the map says{' '}
            {formatLength(map.size.width, style)} × {formatLength(map.size.length, style)}. Use the measured size:
          </Text>
          <Group gap={6} mt={4}>
            {way('evenly', 'In all blocks evenly')}
            {way('in-border', 'In the border')}
          </Group>
        </>
      ) : (
        <Text>The map is of the size measured.</Text>
      )}
    </div>
  );
}
