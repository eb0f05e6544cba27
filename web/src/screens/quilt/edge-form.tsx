import { type EdgeShape, isScalloped, isStraight, MM_PER_INCH, STRAIGHT } from '@gorse/core';
import { SegmentedControl, SimpleGrid, Stack, Text } from '@mantine/core';
import { LengthInput } from '../../ui/length-input.tsx';
import { NumberEntry } from '../../ui/number-entry.tsx';

const KINDS = {
  straight: { label: 'Square', edge: STRAIGHT },
  rounded: { label: 'Rounded', edge: { ...STRAIGHT, radius: 3 * MM_PER_INCH } },
  scalloped: { label: 'Scalloped', edge: { ...STRAIGHT, across: 6, down: 8, depth: MM_PER_INCH } },
} as const satisfies Record<string, { readonly label: string; readonly edge: EdgeShape }>;
type Kind = keyof typeof KINDS;

const MOST_SCALLOPS = 200;
const MOST_RADIUS = 1000;
const MOST_DEPTH = 150;

const kindOf = (edge: EdgeShape): Kind => (isScalloped(edge) ? 'scalloped' : isStraight(edge) ? 'straight' : 'rounded');

/** How the top's outer edge runs. */
export function EdgeForm({ edge, onEdge }: { readonly edge: EdgeShape; readonly onEdge: (edge: EdgeShape) => void }) {
  const kind = kindOf(edge);
  const count = (key: 'across' | 'down', label: string) => (
    <NumberEntry
      label={label}
      value={edge[key]}
      min={1}
      max={MOST_SCALLOPS}
      allowDecimal={false}
      clampBehavior="strict"
      onNumber={(n) => onEdge({ ...edge, [key]: n })}
    />
  );
  return (
    <Stack gap={6}>
      <Text size="sm" fw={500}>
        Outer edge
      </Text>
      <SegmentedControl
        aria-label="Outer edge"
        value={kind}
        data={Object.entries(KINDS).map(([value, { label }]) => ({ value, label }))}
        onChange={(chosen) => onEdge(KINDS[chosen as Kind].edge)}
      />
      {kind === 'rounded' && (
        <LengthInput
          label="Radius of the corners"
          value={edge.radius}
          least={1}
          most={MOST_RADIUS}
          onLength={(radius) => onEdge({ ...edge, radius })}
        />
      )}
      {kind === 'scalloped' && (
        <>
          <SimpleGrid cols={2} spacing="sm">
            {count('across', 'Scallops at the top')}
            {count('down', 'Scallops at the sides')}
          </SimpleGrid>
          <LengthInput
            label="Depth of a scallop"
            value={edge.depth}
            least={1}
            most={MOST_DEPTH}
            onLength={(depth) => onEdge({ ...edge, depth })}
          />
          <Text size="sm" c="var(--ink-soft)">
            Besides one at each corner. The binding goes round in curves: cut it on the bias.
          </Text>
        </>
      )}
    </Stack>
  );
}
