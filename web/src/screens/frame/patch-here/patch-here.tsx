import { advanceNow, type AdvanceState, formatLength, type PlanRecords, type TouchedAs, touchesOf } from '@gorse/core';
import { Group, SimpleGrid, Stack, Text, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { Sketch } from '../../../ui/sketch.tsx';
import { BigButton, Title, WayButton } from '../parts.tsx';
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
  const back = onBack && <WayButton onClick={onBack}>Back to what is planned</WayButton>;
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
        {back}
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
  if (work.begun) return <TouchNext work={work} as={work.begun.as} />;
  return (
    <Stack gap="sm">
      <Title>A patch here: how will you touch it?</Title>
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
          <UnstyledButton key={as} className="tile" onClick={() => (as === 'sized' ? setSizing(true) : work.begin(as))}>
            <Group gap="xs" wrap="nowrap">
              <div style={{ width: 44, flexShrink: 0 }}>
                <Sketch>{picture}</Sketch>
              </div>
              <Text fz={17} fw={600} lh={1.2}>
                {label}
              </Text>
            </Group>
          </UnstyledButton>
        ))}
      </SimpleGrid>
      {waiting.map((box) => (
        <WayButton key={box.id} onClick={() => work.begin('sized', box, box.id)}>
          Touch the box of {formatLength(box.width, style)} × {formatLength(box.length, style)}
        </WayButton>
      ))}
      <Gauge />
    </>
  );
}

/** One touch after the other. */
function TouchNext({ work, as }: { readonly work: PatchHereWork; readonly as: TouchedAs }) {
  const { count, isFull, mayEnd, busy, refusal } = work;
  const isFree = as === 'round' && count > 0;
  const [touch, end] = [(corner: boolean) => void work.touch(corner), () => void work.end()];
  return (
    <Stack gap="sm" aria-live="polite">
      <Title>{isFull ? 'All of it is touched.' : `Put the needle over ${kindOf(as).place(count)}.`}</Title>
      <Text fz={17}>
        {count === 0 ? 'Drag the ring, or jog; let go of the rails before you touch.' : `${count} touched. `}
        {isFree && 'Corners are sharp; along an edge the line goes smoothly through.'}
      </Text>
      {refusal !== null && (
        <Text role="alert" fz={18} c="rowan.7" fw={600}>
          {refusal}
        </Text>
      )}
      {isFull ? (
        <BigButton loading={busy} onClick={end}>
          Make the patch
        </BigButton>
      ) : (
        <BigButton loading={busy} onClick={() => touch(true)}>
          {isFree ? 'Touch a corner' : 'Touch here'}
        </BigButton>
      )}
      <SimpleGrid cols={2} spacing="xs">
        {isFree && (
          <WayButton disabled={busy} onClick={() => touch(false)}>
            Along the edge
          </WayButton>
        )}
        {mayEnd && (
          <WayButton disabled={busy} onClick={end}>
            That is all round
          </WayButton>
        )}
        {count > 0 && <WayButton onClick={work.undo}>Undo touch</WayButton>}
        <WayButton onClick={work.giveUp}>Give it up</WayButton>
      </SimpleGrid>
      <Gauge />
    </Stack>
  );
}
