import { CLOTH_WIDTHS } from '@gorse/contract';
import {
  backingSize,
  type BackingWay,
  backingWays,
  counted,
  loadedSize,
  type QuiltRecord,
  type Size,
  STRAIGHT,
  sumsInWords,
} from '@gorse/core';
import { Button, Stack, Text, Title } from '@mantine/core';
import { IconFileTypePdf } from '@tabler/icons-react';
import { api } from '../../api/api.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { useLengthStyle, usePreferences, useSheetPaper } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';

interface Props {
  readonly quiltId: string;
  readonly quilt: QuiltRecord;
  /** What the binding takes of the top's edge, mm. */
  readonly onBinding: (binding: number) => void;
}

/** What to buy and cut: backing, batting and binding of a cloth of some width. */
export function SumsCard({ quiltId, quilt, onBinding }: Props) {
  const { loading, binding, machine } = quilt;
  const { size } = quilt.map;
  const style = useLengthStyle();
  const paper = useSheetPaper();
  const cloth = usePreferences(({ clothWidth }) => clothWidth);
  const edge = quilt.map.borders.at(-1)?.edge ?? STRAIGHT;
  const top = loadedSize(loading, size);
  const [way] = backingWays(top, cloth);
  return (
    <section aria-label="Backing, batting, binding">
      <Stack gap="xs">
        <Title order={2} size="h4">
          Backing, batting, binding, leaders
        </Title>
        <LengthInput
          label="Width of the cloth"
          value={cloth}
          {...CLOTH_WIDTHS}
          onLength={(clothWidth) => usePreferences.setState({ clothWidth })}
        />
        <LengthInput
          label="What the binding takes of the edge"
          value={binding}
          least={0}
          most={100}
          onLength={onBinding}
        />
        {way && <BackingPicture top={top} way={way} />}
        {sumsInWords({ size, loading, binding, edge, frameWidth: machine.frame.width }, cloth, style).map(
          ({ what, sentences }) => (
            <Text key={what}>
              <b>{what}.</b> {sentences.join(' ')}
            </Text>
          ),
        )}
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
function BackingPicture({ top, way: { pieces, lines } }: { readonly top: Size; readonly way: BackingWay }) {
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
      {lines.map(({ from, to }, i) => (
        <line
          key={i}
          {...{ x1: from.x, y1: from.y, x2: to.x, y2: to.y }}
          stroke={MOORLAND.rowan}
          strokeWidth={line}
          strokeDasharray={`${4 * line} ${3 * line}`}
        />
      ))}
    </svg>
  );
}
