import {
  checksOf,
  formatDoubt,
  type FramePoint,
  LOST,
  lowestStitched,
  MM_PER_INCH,
  piecesInPasses,
  quiltOf,
  seamWayOf,
} from '@gorse/core';
import { type ComponentProps, useMemo, useState } from 'react';
import { useFrame } from '../../api/frame-socket.ts';
import { usePlan } from '../../document/plan-store.ts';
import { planner } from '../../planning-worker/link.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import type { FrameScene } from './frame-scene.tsx';
import type { Told } from './frame-words.ts';
import { useNeedleLeft } from './needle-left.ts';
import { useFrameActs } from './use-frame-acts.ts';
import { useFrameLog } from './use-frame-log.ts';
import { useSame } from './use-same.ts';
import { useSituation } from './use-situation.ts';
import { useTouching } from './use-touching.ts';
import { useWays } from './use-ways.ts';

/**
 * Everything the Frame screen shows and does. What is to be done follows from the core's situation; here it is drawn and carried out. Where the
 * head is at every moment is left to what draws it.
 */
export function useFrameWork() {
  const quiltId = usePlan((state) => state.quiltId)!;
  const records = usePlan((state) => state.records);
  const [chosenId, choose] = useState<string | null>(null);
  const [dragging, setDragging] = useState(false);
  const [back, setBack] = useState(MM_PER_INCH / 2);
  const log = useFrameLog(quiltId);
  const { advances, advance, mounted } = log;
  const byRecord = usePlanned((state) => state.byRecord);
  const passes = usePlanned((state) => state.passes);
  const waiting = usePlanned((state) => state.waiting);
  const pieces = useMemo(
    () =>
      piecesInPasses(
        Object.values(byRecord).flatMap((one) => one.pieces),
        passes,
      ),
    [byRecord, passes],
  );
  const now = useSituation({ records, pieces, passes: passes.passes, log, chosenId });
  const { task, situation, landmarks, targets, lineUp, again, say } = now;
  const { piece, run, next } = task;
  const wanted = situation?.wanted ?? null;
  const touching = useTouching({ records, advance, wanted: wanted === null ? null : landmarks[wanted]! });
  const needle = useNeedleLeft(quiltId, advances, touching.read);
  const acts = useFrameActs({
    quiltId,
    mounted,
    piece,
    run,
    back,
    rolling: situation?.rolling ?? null,
    start: now.start,
  });
  const act: typeof acts.act = (action) => {
    if (action === 'touch') void touching.touch().then((done) => done && say.touched());
    else if (action === 'next') choose(next?.id ?? null);
    else {
      if (action === 'load') say.skipRehearsal(false);
      acts.act(action);
    }
  };
  const lowest = useMemo(() => lowestStitched(records, again, advance), [records, again, advance]);
  // Rolled on, it must still lie before the roll.
  const ahead = (lowest?.since?.frame.y ?? 0) - ((situation?.rolling.from ?? 0) - mounted.rolled);
  const leavable = ahead > quiltOf(records).machine.frame.room ? lowest : null;
  const told: Told | null =
    piece && situation
      ? {
          instruction: situation.instruction,
          piece,
          advances,
          rolling: situation.rolling,
          passes: passes.passes.length,
          run,
          head: now.head,
          lineUp,
          targets,
          wanted: wanted === null ? null : landmarks[wanted]!,
          checks: checksOf(situation.touches, advances).flatMap(({ id }) => lineUp?.misfits[id] ?? []),
          needleLeft: needle.place?.name ?? null,
        }
      : null;
  const ways = useWays({
    records,
    advance,
    touches: situation?.touches ?? [],
    expected: wanted !== null && lineUp ? lineUp.landmarks[wanted]!.at : null,
    wanted: wanted === null ? null : landmarks[wanted]!,
    linedUpAs: situation?.linedUpAs ?? null,
    needle,
    leavable,
    run,
    dragging,
    setDragging,
    say,
    tellAdvance: acts.tellAdvance,
    chalk: () => touching.chalk(),
  });
  return {
    quiltId,
    records,
    waiting,
    told,
    ways,
    pieces,
    back,
    setBack,
    choose,
    act,
    /** The plan was dragged so that what lay at one place lies at another: a touch of the cloth there. */
    async dragPlan(from: FramePoint, to: FramePoint): Promise<void> {
      const cloth = lineUp && (await planner.of(records).clothAt(from));
      if (cloth) touching.add({ ids: null, name: 'place the plan was dragged to', cloth, since: null }, to, 'drag');
      setDragging(false);
    },
    scene: useScene(now, advance, wanted),
    /** The seam to roll by, while there is to roll. */
    seamWay:
      situation?.instruction.bead === 'roll'
        ? seamWayOf(situation.rolling, quiltOf(records).machine.frame, mounted.rolled, landmarks, lineUp)
        : null,
  };
}

/** What is drawn on the cloth. */
function useScene(
  { task, situation, landmarks, lineUp, loaded, stitched }: ReturnType<typeof useSituation>,
  advance: number,
  wanted: number | null,
) {
  const style = useLengthStyle();
  const seen = useFrame((state) => state.stitched.length > 0);
  const finished = useSame([...task.done]);
  const asked = situation?.instruction.action === 'touch' ? wanted : null;
  const pieceId = task.piece?.id ?? null;
  return useMemo(
    (): Omit<ComponentProps<typeof FrameScene>, 'scale'> => ({
      // Once a line is loaded, only what was touched still matters.
      landmarks: loaded ? landmarks.filter((one) => one.touch) : landmarks,
      lineUp: loaded && lineUp ? { ...lineUp, landmarks: [], targets: [] } : lineUp,
      pieceId,
      wanted: asked,
      loaded,
      stitched: stitched.filter((line) => line.advance === advance),
      done: new Set(finished),
      seen,
      worst: lineUp?.worst && lineUp.worst.doubt < LOST ? `±${formatDoubt(lineUp.worst.doubt, style)}` : '',
    }),
    [loaded, landmarks, lineUp, pieceId, asked, stitched, advance, finished, seen, style],
  );
}
