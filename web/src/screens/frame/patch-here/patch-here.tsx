import { type AdvanceState, formatLength, type PlanRecords, touchesOf, advanceNow } from '@gorse/core';
import { Button, Group, SimpleGrid, Stack, Text, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { useBegun } from './begun.ts';
import { ChooseRecipe } from './choose-recipe.tsx';
import { Gauge } from './gauge.tsx';
import { kindOf, KINDS } from './kinds.tsx';
import { RollHere } from './roll-here.tsx';
import { SizedBox } from './sized-box.tsx';
import { type PatchHereWork, usePatchHere } from './use-patch-here.ts';

interface Props {
  readonly quiltId: string;
  readonly records: PlanRecords;
  readonly advances: AdvanceState;
  /** The patch holds a design: its piece can be stitched. */
  readonly onPlaced: (pieceId: string) => void;
  /** Null where there is nothing else to do. */
  readonly onBack: (() => void) | null;
}

/** So many touches tell where a quilt with a map lies. */
const LINED_UP = 2;

/** A patch that isn't on the map: touched, made, and given a design there and then. */
export function PatchHere({ quiltId, records, advances, onPlaced, onBack }: Props) {
  const made = useBegun((state) => state.made);
  const work = usePatchHere(quiltId, records, advances);
  const region = made === null ? undefined : records.regions[made];
  const back = onBack && (
    <Button variant="default" h={56} fz={17} onClick={onBack}>
      Back to what is planned
    </Button>
  );
  const hint = onBack === null && (
    <Text fz={17}>
      Nothing is planned yet. Touch a patch and choose its design here, or plan on{' '}
      <Link to={`/quilts/${quiltId}/layout`}>Layout</Link> first.
    </Text>
  );
  if (advances.step !== 'ready')
    return (
      <Stack gap="sm">
        {hint}
        <RollHere quiltId={quiltId} advances={advances} />
      </Stack>
    );
  if (region)
    return (
      <ChooseRecipe
        region={region}
        onPlaced={(id) => {
          useBegun.setState({ made: null });
          onPlaced(id);
        }}
        onLater={() => useBegun.setState({ made: null })}
      />
    );
  if (work.begun) return <TouchNext work={work} />;
  return (
    <Stack gap="sm">
      <Text fz={24} fw={700} lh={1.2}>
        A patch here: how will you touch it?
      </Text>
      {hint}
      {isOffTheMap(records, advances) ? (
        <ChooseKind quiltId={quiltId} work={work} />
      ) : (
        <Text fz={17}>
          This quilt has a map. Touch two of its landmarks first, so that the new patch lies where it belongs on it.
        </Text>
      )}
      <RollHere quiltId={quiltId} advances={advances} />
      {back}
    </Stack>
  );
}

/** All that the quilt has was touched at the frame, or it is lined up already: what is touched now lies right beside it. */
function isOffTheMap(records: PlanRecords, advances: AdvanceState): boolean {
  const advance = advanceNow(advances);
  if (Object.values(records.regions).every(({ origin }) => origin === 'touched')) return true;
  return touchesOf(records).filter((touch) => touch.advance === advance).length >= LINED_UP;
}

function ChooseKind({ quiltId, work }: { readonly quiltId: string; readonly work: PatchHereWork }) {
  const style = useLengthStyle();
  const [sizing, setSizing] = useState(false);
  const all = useBegun((state) => state.waiting);
  const waiting = all.filter((box) => box.quiltId === quiltId);
  if (sizing)
    return <SizedBox quiltId={quiltId} onBegin={(size) => work.begin('sized', size)} onBack={() => setSizing(false)} />;
  return (
    <>
      <SimpleGrid cols={2} spacing="xs">
        {KINDS.map(({ as, label, picture }) => (
          <UnstyledButton
            key={as}
            className="tile patch-kind"
            onClick={() => (as === 'sized' ? setSizing(true) : work.begin(as))}
          >
            <Group gap="xs" wrap="nowrap">
              <svg
                viewBox="0 0 48 48"
                width={44}
                height={44}
                fill="#f7f0df"
                stroke="#3e5663"
                strokeWidth={2}
                aria-hidden
              >
                {picture}
              </svg>
              <Text fz={17} fw={600} lh={1.2}>
                {label}
              </Text>
            </Group>
          </UnstyledButton>
        ))}
      </SimpleGrid>
      {waiting.map((box) => (
        <Button key={box.id} variant="default" h={56} fz={17} onClick={() => work.begin('sized', box, box.id)}>
          Touch the box of {formatLength(box.width, style)} × {formatLength(box.length, style)}
        </Button>
      ))}
      <Gauge />
    </>
  );
}

/** One touch after the other. */
function TouchNext({ work }: { readonly work: PatchHereWork }) {
  const { begun, touches } = work;
  const kind = kindOf(begun!.as);
  const isFree = begun!.as === 'round' && touches.length > 0;
  return (
    <Stack gap="sm" aria-live="polite">
      <Text fz={24} fw={700} lh={1.2}>
        Put the needle over the {kind.place(touches.length)}.
      </Text>
      <Text fz={17}>
        {touches.length === 0
          ? 'Drag the ring, or jog; let go of the rails before you touch.'
          : `${touches.length} touched. ${isFree ? 'Corners are sharp; along an edge the line goes smoothly through.' : 'Go on in the same direction.'}`}
      </Text>
      {work.refusal !== null && (
        <Text role="alert" fz={18} c="rowan.7" fw={600}>
          {work.refusal}
        </Text>
      )}
      <Button h={64} fz={22} fullWidth data-testid="big-button" onClick={() => void work.touch(true)}>
        {isFree ? 'Touch a corner' : 'Touch here'}
      </Button>
      <SimpleGrid cols={2} spacing="xs">
        {isFree && (
          <Button variant="default" h={56} fz={17} onClick={() => void work.touch(false)}>
            Touch along the edge
          </Button>
        )}
        {work.mayEnd && (
          <Button variant="default" h={56} fz={17} onClick={() => void work.end()}>
            That is all round
          </Button>
        )}
        {work.refusal !== null && !work.mayEnd && (
          <Button variant="default" h={56} fz={17} onClick={() => void work.end()}>
            Try again
          </Button>
        )}
        {touches.length > 0 && (
          <Button variant="default" h={56} fz={17} onClick={work.undo}>
            Undo touch
          </Button>
        )}
        <Button variant="default" h={56} fz={17} onClick={work.giveUp}>
          Give it up
        </Button>
      </SimpleGrid>
      <Gauge />
    </Stack>
  );
}
