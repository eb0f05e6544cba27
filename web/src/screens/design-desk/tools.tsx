import type { DesignAnswer } from '@gorse/contract';
import { type DesignEdit, type DesignFacts, type LineEnd, MM_PER_INCH } from '@gorse/core';
import { Button, Group, NumberInput, SegmentedControl, Select, Stack, Text } from '@mantine/core';
import { type ReactNode, useState } from 'react';
import { LengthInput } from '../../ui/length-input.tsx';

/** How wide and high a line is, mm. */
type Size = Pick<DesignFacts, 'width' | 'height'>;

/** What a click on the line does. */
export type PointTool = 'split' | 'moveStart' | 'measure';

interface Props {
  readonly facts: DesignFacts | null;
  /** Of the line as it is; null while there is none. */
  readonly size: Size | null;
  readonly others: readonly DesignAnswer[];
  readonly pointing: PointTool | null;
  /** Distance between the two points clicked for a known length, mm. */
  readonly measured: number | null;
  readonly onPointing: (tool: PointTool | null) => void;
  readonly onEdit: (edit: DesignEdit) => void;
}

const HINTS: Readonly<Record<PointTool, string>> = {
  split: 'Click the line where it should be cut in two.',
  moveStart: 'Click the closed line where it should start.',
  measure: 'Click two points whose true distance you know.',
};

/** Everything that can be done to a line; each press is one step that can be undone. */
export function Tools({ facts, size, others, pointing, measured, onPointing, onEdit }: Props) {
  const point = (tool: PointTool, label: string) => (
    <Button
      size="xs"
      variant={pointing === tool ? 'filled' : 'default'}
      aria-pressed={pointing === tool}
      onClick={() => onPointing(pointing === tool ? null : tool)}
    >
      {label}
    </Button>
  );
  const act = (label: string, edit: DesignEdit, hint: string, disabled = false) => (
    <Button size="xs" variant="default" title={hint} disabled={disabled} onClick={() => onEdit(edit)}>
      {label}
    </Button>
  );
  return (
    <Stack gap={10}>
      <Part title="Ends and order">
        {act('Reverse', { kind: 'reverse' }, 'Sew it from the other end')}
        {act('Close', { kind: 'close' }, 'Go on straight to the start')}
        {point('moveStart', 'Start elsewhere')}
        {point('split', 'Split')}
      </Part>
      {pointing && (
        <Text size="sm" fw={600} role="status">
          {HINTS[pointing]}
        </Text>
      )}
      <Part title="Mend">
        {act(
          'Drop doubled',
          { kind: 'dropDoubled' },
          'Take away what is stitched twice, where the rest stays continuous',
          facts !== null && facts.doubled === 0,
        )}
        <Amount
          label="Smooth"
          edit={(amount) => ({ kind: 'smooth', amount })}
          first={3}
          least={0.5}
          most={50}
          onEdit={onEdit}
        />
        <Amount
          label="Drop crumbs under"
          edit={(shortest) => ({ kind: 'dropCrumbs', shortest })}
          first={1.5}
          least={0.1}
          most={200}
          onEdit={onEdit}
        />
        <Amount
          label="Resample every"
          edit={(step) => ({ kind: 'resample', step })}
          first={1}
          least={0.2}
          most={50}
          onEdit={onEdit}
        />
      </Part>
      {size && (
        <SizePart size={size} measured={measured} pointButton={point('measure', 'Two points…')} onEdit={onEdit} />
      )}
      <JoinPart others={others} onEdit={onEdit} />
    </Stack>
  );
}

function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <div role="group" aria-label={title}>
      <Text fw={700} size="sm" mb={2}>
        {title}
      </Text>
      <Group gap={6} align="end">
        {children}
      </Group>
    </div>
  );
}

/** A tool with one length. */
function Amount({
  label,
  first,
  least,
  most,
  edit,
  onEdit,
}: {
  readonly label: string;
  readonly first: number;
  readonly least: number;
  readonly most: number;
  readonly edit: (amount: number) => DesignEdit;
  readonly onEdit: (edit: DesignEdit) => void;
}) {
  const [amount, setAmount] = useState(first);
  return (
    <Group gap={4} wrap="nowrap">
      <Button size="xs" variant="default" w={140} onClick={() => onEdit(edit(amount))}>
        {label}
      </Button>
      <LengthInput
        size="xs"
        w={104}
        aria-label={`${label}: length`}
        value={amount}
        least={least}
        most={most}
        onLength={setAmount}
      />
    </Group>
  );
}

function SizePart({
  size,
  measured,
  pointButton,
  onEdit,
}: {
  readonly size: Size;
  readonly measured: number | null;
  readonly pointButton: ReactNode;
  readonly onEdit: (edit: DesignEdit) => void;
}) {
  const [factor, setFactor] = useState<number | string>(2);
  const scale = (to: number): void => {
    if (Number.isFinite(to) && to > 0 && Math.abs(to - 1) > 1e-9) onEdit({ kind: 'scale', factor: to });
  };
  return (
    <Part title="Size, proportions kept">
      <LengthInput
        size="xs"
        w={110}
        label="Width"
        value={size.width}
        least={1}
        most={6000}
        onLength={(mm) => scale(mm / size.width)}
      />
      <LengthInput
        size="xs"
        w={110}
        label="Height"
        value={size.height}
        least={1}
        most={6000}
        onLength={(mm) => scale(mm / size.height)}
      />
      <Group gap={4} align="end" wrap="nowrap">
        <NumberInput
          size="xs"
          w={90}
          label="Times"
          value={factor}
          min={0.01}
          max={100}
          decimalScale={4}
          onChange={setFactor}
        />
        <Button size="xs" variant="default" onClick={() => scale(Number(factor))}>
          Resize
        </Button>
      </Group>
      <Group gap={4} align="end" wrap="nowrap">
        {pointButton}
        {measured !== null && (
          <LengthInput
            size="xs"
            w={120}
            label="are truly apart"
            value={measured}
            least={MM_PER_INCH / 100}
            most={6000}
            onLength={(mm) => scale(mm / measured)}
          />
        )}
      </Group>
    </Part>
  );
}

function JoinPart({
  others,
  onEdit,
}: {
  readonly others: readonly DesignAnswer[];
  readonly onEdit: (edit: DesignEdit) => void;
}) {
  const [designId, setDesignId] = useState<string | null>(null);
  const [own, setOwn] = useState<LineEnd>('end');
  const [other, setOther] = useState<LineEnd>('start');
  const ends: { readonly value: LineEnd; readonly label: string }[] = [
    { value: 'start', label: 'start' },
    { value: 'end', label: 'end' },
  ];
  return (
    <Part title="Join another design">
      <Select
        size="xs"
        w="100%"
        searchable
        aria-label="Design to join"
        placeholder="Choose a design"
        limit={60}
        data={others.map((design) => ({
          value: design.id,
          label: `${design.name}${design.revision > 1 ? ` (${design.revision})` : ''}`,
        }))}
        value={designId}
        onChange={setDesignId}
      />
      {designId !== null && (
        <>
          <Text size="sm">Its</Text>
          <SegmentedControl
            size="xs"
            aria-label="End of the other design"
            data={ends}
            value={other}
            onChange={setOther}
          />
          <Text size="sm">to this</Text>
          <SegmentedControl size="xs" aria-label="End of this design" data={ends} value={own} onChange={setOwn} />
          <Button size="xs" variant="default" onClick={() => onEdit({ kind: 'join', designId, own, other })}>
            Join
          </Button>
        </>
      )}
    </Part>
  );
}
