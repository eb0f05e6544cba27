import { CLOTH_WIDTHS } from '@gorse/contract';
import {
  backingSize,
  type BackingWay,
  backingWays,
  bindingSums,
  counted,
  formatLength,
  type Loading,
  loadedSize,
  type Size,
  trimmed,
} from '@gorse/core';
import { Button, Stack, Text, Title } from '@mantine/core';
import { IconFileTypePdf } from '@tabler/icons-react';
import { api } from '../../api/api.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { useLengthStyle, usePreferences, useSheetPaper } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';

const SEAMS: Readonly<Record<BackingWay['seams'], string>> = {
  none: 'without a seam',
  along: 'their seams along the poles, where they roll up flat',
  across: 'their seams across the poles',
};

interface Props {
  readonly quiltId: string;
  /** Of the top. */
  readonly size: Size;
  readonly loading: Loading;
}

/** What to buy and cut: backing, batting and binding of a cloth of some width. */
export function SumsCard({ quiltId, size, loading }: Props) {
  const style = useLengthStyle();
  const paper = useSheetPaper();
  const cloth = usePreferences(({ clothWidth }) => clothWidth);
  const top = loadedSize(loading, size);
  const backing = backingSize(top);
  const [way] = backingWays(top, cloth);
  const binding = bindingSums(size, cloth);
  const long = (mm: number): string => formatLength(mm, style);
  return (
    <section aria-label="Backing, batting, binding">
      <Stack gap="xs">
        <Title order={2} size="h4">
          Backing, batting, binding
        </Title>
        <LengthInput
          label="Width of the cloth"
          value={cloth}
          {...CLOTH_WIDTHS}
          onLength={(clothWidth) => usePreferences.setState({ clothWidth })}
        />
        {way && (
          <>
            <BackingPicture top={top} way={way} />
            <Text>
              Backing, as loaded: {long(backing.width)} along the poles × {long(backing.length)}. Cut{' '}
              {counted(way.pieces, 'piece')} of {long(way.pieceLength)}, {SEAMS[way.seams]}: {long(way.cloth)} of cloth,{' '}
              {trimmed(100 * way.waste, 0)} % left over.
            </Text>
          </>
        )}
        <Text>
          Batting: {long(backing.width)} × {long(backing.length)}, to the edge of the backing.
        </Text>
        <Text>
          Binding: {long(binding.length)} with corners and ends. Cut {counted(binding.strips, 'strip')}{' '}
          {long(binding.stripWidth)} wide across the cloth: {long(binding.cloth)} of cloth.
        </Text>
        <Button
          component="a"
          href={api.shoppingSheetAddress(quiltId, style, paper, cloth)}
          download
          variant="default"
          leftSection={<IconFileTypePdf size={18} />}
        >
          Print the shopping sheet (PDF)
        </Button>
      </Stack>
    </section>
  );
}

/** The backing as loaded, its seams dashed, and the top on it. */
function BackingPicture({ top, way: { seams, pieces } }: { readonly top: Size; readonly way: BackingWay }) {
  const { width, length } = backingSize(top);
  const [aside, above] = [(width - top.width) / 2, (length - top.length) / 2];
  const line = Math.max(width, length) / 120;
  return (
    <svg
      viewBox={`${-line} ${-line} ${width + 2 * line} ${length + 2 * line}`}
      role="img"
      aria-label={`The backing of ${counted(pieces, 'piece')}, the top on it`}
      style={{ width: '100%', height: 150, display: 'block' }}
    >
      <rect width={width} height={length} fill="#DCE2D3" stroke={MOORLAND.slate} strokeWidth={line / 2} />
      <rect
        x={aside}
        y={above}
        width={top.width}
        height={top.length}
        fill={MOORLAND.calico}
        stroke="#b3a88c"
        strokeWidth={line / 2}
      />
      {Array.from({ length: pieces - 1 }, (_, i) => {
        const part = (i + 1) / pieces;
        const ends =
          seams === 'along'
            ? { x1: 0, y1: part * length, x2: width, y2: part * length }
            : { x1: part * width, y1: 0, x2: part * width, y2: length };
        return (
          <line
            key={i}
            {...ends}
            stroke={MOORLAND.rowan}
            strokeWidth={line}
            strokeDasharray={`${4 * line} ${3 * line}`}
          />
        );
      })}
    </svg>
  );
}
