import {
  type DesignSpot,
  type FramePiece,
  headAt,
  isShifted,
  NOT_SHIFTED,
  pieceRef,
  type PlanRecords,
  type Reposition,
  type Shift,
  toRadians,
} from '@gorse/core';
import { ActionIcon, Group, SegmentedControl, SimpleGrid, Stack, Text } from '@mantine/core';
import { IconRotate2, IconRotateClockwise2 } from '@tabler/icons-react';
import { useRef, useState } from 'react';
import { useFrame } from '../../api/frame-socket.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { ownStages, placementsOf, setRecipe, stagesOf, withoutOwn } from '../../document/recipes.ts';
import { planner } from '../../planning-worker/link.ts';
import { tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { Arrows, jogSteps } from './jog-pad.tsx';
import { BigButton, Title, WayButton } from './parts.tsx';

const SPOTS: readonly { readonly label: string; readonly spot: DesignSpot }[] = [
  { label: 'Start', spot: { kind: 'line', along: 0 } },
  { label: 'Centre', spot: { kind: 'box', u: 0.5, v: 0.5 } },
  { label: 'End', spot: { kind: 'line', along: 1 } },
];
const TURNS = [0.25, 1, 10];

/** Moves the design of a patch at the frame; it is the plan that changes, so that the next roll knows. */
export function MovePanel({
  piece,
  records,
  margins,
  onDone,
}: {
  readonly piece: FramePiece;
  readonly records: PlanRecords;
  /** What is left to the seams, in words. */
  readonly margins: string;
  readonly onDone: () => void;
}) {
  const style = useLengthStyle();
  const steps = jogSteps(style).slice(0, 3);
  const [step, setStep] = useState('1');
  const [turn, setTurn] = useState('1');
  const last = useRef(Promise.resolve());
  const [where, setWhere] = useState<'here' | 'all'>('here');
  const placementId = pieceRef(piece.id)?.record ?? '';
  const placement = records.placements[placementId];
  if (!placement) return null;
  const sharing = placementsOf(records, placement.recipeId).length;
  const shift = stagesOf(records, placement)?.shift ?? NOT_SHIFTED;
  const put = (mark: string, to: Shift): void =>
    edit(mark, (plan) =>
      where === 'here'
        ? ownStages(placementId, { shift: to })(plan)
        : setRecipe(placement.recipeId, { shift: to })(withoutOwn(placementId, 'shift')(plan)),
    );
  /** One after the other: each starts from where the one before has brought it. */
  const move = (mark: string, how: Reposition): void => {
    last.current = last.current.then(async () => {
      try {
        const found = await planner.of(usePlan.getState().records).reposition(placementId, how);
        if (found) put(mark, found);
      } catch (error) {
        tellError(error);
      }
    });
  };
  const needle = () => {
    const { state } = useFrame.getState();
    return state && headAt(state);
  };
  const turnBy = (way: 1 | -1): void => {
    const about = needle();
    if (about) move('turn', { kind: 'turn', angle: way * toRadians(TURNS[Number(turn)]!), about });
  };
  return (
    <Stack gap="sm">
      <Title>Move the design of {piece.name}.</Title>
      {sharing > 1 && (
        <SegmentedControl
          fullWidth
          size="md"
          aria-label="What is moved"
          data={[
            { value: 'here', label: 'This patch' },
            { value: 'all', label: `All ${sharing} with its recipe` },
          ]}
          value={where}
          onChange={setWhere}
        />
      )}
      <Text fz={16}>Put onto the needle:</Text>
      <SimpleGrid cols={3} spacing="xs">
        {SPOTS.map(({ label, spot }) => (
          <WayButton
            key={label}
            onClick={() => {
              const onto = needle();
              if (onto) move(`${label.toLowerCase()} onto the needle`, { kind: 'put', spot, onto });
            }}
          >
            {label}
          </WayButton>
        ))}
      </SimpleGrid>
      <Text fz={16}>Or move it by:</Text>
      <Group gap="xs" wrap="nowrap">
        <Arrows
          what="Move it"
          onPress={(x, y) => {
            const { mm } = steps[Number(step)]!;
            move('nudge', { kind: 'nudge', by: { x: x * mm, y: y * mm } });
          }}
        />
      </Group>
      <SegmentedControl
        fullWidth
        size="md"
        aria-label="How far it is moved"
        data={steps.map(({ label }, i) => ({ value: String(i), label }))}
        value={step}
        onChange={setStep}
      />
      <Text fz={16}>Or turn it about the needle by:</Text>
      <Group gap="xs" wrap="nowrap">
        <ActionIcon size={56} variant="default" aria-label="Turn it left about the needle" onClick={() => turnBy(-1)}>
          <IconRotate2 size={32} />
        </ActionIcon>
        <ActionIcon size={56} variant="default" aria-label="Turn it right about the needle" onClick={() => turnBy(1)}>
          <IconRotateClockwise2 size={32} />
        </ActionIcon>
        <SegmentedControl
          style={{ flex: 1 }}
          size="md"
          aria-label="How far it is turned"
          data={TURNS.map((degrees, i) => ({ value: String(i), label: `${degrees}°` }))}
          value={turn}
          onChange={setTurn}
        />
      </Group>
      {margins !== '' && <Text fz={16}>{margins}</Text>}
      <Group grow>
        {isShifted(shift) && <WayButton onClick={() => put('not moved', NOT_SHIFTED)}>Back to the fit</WayButton>}
        <BigButton h={56} onClick={onDone}>
          Done
        </BigButton>
      </Group>
    </Stack>
  );
}
