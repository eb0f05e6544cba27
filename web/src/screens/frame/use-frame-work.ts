import {
  type AdvanceState,
  checksOf,
  formatDoubt,
  type FrameAction,
  type FramePiece,
  type FramePoint,
  type Lie,
  type Loading,
  loadingWhen,
  LOST,
  lowestStitched,
  MM_PER_INCH,
  mountedNow,
  type NamedPlace,
  type PlanRecords,
  quiltOf,
  type QuiltPass,
  safeArea,
  seamWayOf,
} from '@gorse/core';
import { type ComponentProps, useMemo, useState } from 'react';
import { useFrame } from '../../api/frame-socket.ts';
import { type PlanState, usePlan } from '../../document/plan-store.ts';
import { planner } from '../../planning-worker/link.ts';
import { usePlannedPieces } from '../../planning-worker/planned-pieces.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { useSliced } from '../../ui/use-sliced.ts';
import type { FrameScene } from './frame-scene.tsx';
import type { Told } from './told.ts';
import { useEdges } from './follow-edges/use-edges.ts';
import { useBegun } from './patch-here/begun.ts';
import { useNeedleLeft } from './needle-left.ts';
import { useFrameActs } from './use-frame-acts.ts';
import { useFrameLog } from './use-frame-log.ts';
import { useSame } from './use-same.ts';
import { useSituation } from './use-situation.ts';
import { useTouching } from './use-touching.ts';
import { useWays } from './use-ways.ts';

const recordsOf = ({ records }: PlanState): PlanRecords => records;

/**
 * Everything the Frame screen shows and does. What is to be done follows from the core's situation; here it is drawn and carried out. Where the
 * head is at every moment is left to what draws it.
 */
export function useFrameWork() {
  const quiltId = usePlan((state) => state.quiltId)!;
  const records = useSliced(usePlan, recordsOf);
  const [chosenId, choose] = useState<string | null>(null);
  const [dragging, setDragging] = useState(false);
  /** What she does rather than what is told: touch a patch that isn't on the map, move a design, or touch along a border's edges. */
  const [begun, setAside] = useState<'patch' | 'move' | 'edges' | null>(() =>
    useBegun.getState().begun?.quiltId === quiltId ? 'patch' : null,
  );
  const [back, setBack] = useState(MM_PER_INCH / 2);
  const log = useFrameLog(quiltId);
  const { advances, advance, mounted } = log;
  // With the clamps off no edge lies where it was.
  const aside = begun === 'edges' && advances.step !== 'ready' ? null : begun;
  const pieces = usePlannedPieces();
  const { passes } = usePlanned((state) => state.passes);
  const waiting = usePlanned((state) => state.waiting);
  const now = useSituation({ records, pieces, passes, log, chosenId });
  const { task, situation, landmarks, lineUp, say } = now;
  const { piece, run, next } = task;
  const asked = situation?.wanted ?? null;
  const wanted = asked === null ? null : landmarks[asked]!;
  const touching = useTouching({ records, advance, wanted });
  const needle = useNeedleLeft(quiltId, advances, touching.read);
  const rolling = situation?.rolling ?? null;
  const acts = useFrameActs({
    ...{ quiltId, mounted, piece, run, back, rolling, start: now.start },
    unrehearsed: now.said.skipRehearsal,
  });
  const act = (action: FrameAction): void => {
    if (action === 'touch') void touching.touch().then((done) => done && say.touched());
    else if (action === 'next') choose(next?.id ?? null);
    else {
      if (action === 'load') say.skipRehearsal(false);
      acts.act(action);
    }
  };
  const leavable = useLeavable(now.lie, records, now.again, advance, (rolling?.from ?? 0) - mounted.rolled);
  const ways = useWays({
    ...{ records, advance, wanted, needle, leavable, run, dragging, setDragging, say },
    touches: situation?.touches ?? [],
    expected: asked !== null && lineUp ? lineUp.landmarks[asked]!.at : null,
    linedUpAs: situation?.linedUpAs ?? null,
    tellAdvance: acts.tellAdvance,
    chalk: () => touching.chalk(),
    ...{ piece, choose, nextAlike: task.nextAlike, byCorners: now.said.byCorners },
    setAside,
    touchEdge: (regionId) => touching.touchEdge(regionId),
  });
  const edges = useEdges({
    ...{ records, advance, lineUp, turned: mounted.turned },
    pieceId: aside === 'edges' && piece ? piece.id : null,
    area: useMemo(() => safeArea(quiltOf(records).machine.frame, mounted.rolled), [records, mounted.rolled]),
  });
  return {
    ...{ edges },
    ...{ quiltId, records, waiting, ways, pieces, back, setBack, choose, act, advances, aside, setAside },
    startsAt: now.start,
    told: toldOf(now, { advances, passes, pieces, loading: quiltOf(records).loading }, needle.place),
    /** The plan was dragged so that what lay at one place lies at another: a touch of the cloth there. */
    async dragPlan(from: FramePoint, to: FramePoint): Promise<void> {
      const cloth = lineUp && (await planner.of(records).clothAt(from));
      if (cloth) touching.add({ ids: null, name: 'place the plan was dragged to', cloth, since: null }, to, 'drag');
      setDragging(false);
    },
    scene: useScene(now, advance, asked),
    /** The seam to roll by, while there is to roll: a quilt that is to be turned lies another way. */
    seamWay:
      situation?.instruction.bead === 'roll' && !situation.rolling.turn
        ? seamWayOf(situation.rolling, quiltOf(records).machine.frame, mounted.rolled, landmarks, lineUp)
        : null,
  };
}

/** The stitched point that the needle may be left down in: rolled on by so much, it must still lie before the roll. */
function useLeavable(
  lie: Lie,
  records: PlanRecords,
  stitched: ReturnType<typeof useSituation>['again'],
  advance: number,
  by: number,
): NamedPlace | null {
  const lowest = useMemo(() => lowestStitched(lie, stitched, advance), [lie, stitched, advance]);
  const ahead = (lowest?.since?.frame.y ?? 0) - by;
  return ahead > quiltOf(records).machine.frame.room ? lowest : null;
}

/** The quilt on the poles, as far as words tell of it. */
interface Mounted {
  readonly advances: AdvanceState;
  readonly passes: readonly QuiltPass[];
  readonly pieces: readonly FramePiece[];
  readonly loading: Loading;
}

/** What the screen's words tell of; null while there is nothing at hand. */
function toldOf(
  { task, situation, head, lineUp, targets, landmarks, keptUntouched }: ReturnType<typeof useSituation>,
  { advances, passes, pieces, loading }: Mounted,
  left: NamedPlace | null,
): Told | null {
  const { piece, run } = task;
  if (!piece || !situation) return null;
  const { instruction, rolling, wanted, touches } = situation;
  return {
    ...{ instruction, piece, advances, rolling, run, head, lineUp, targets },
    passes: passes.length,
    turning: rolling.turn
      ? {
          to: loadingWhen(loading, { turned: !mountedNow(advances).turned }),
          loose: pieces.filter(({ id, pass }) => passes[pass]?.turned === false && !task.done.has(id)).length,
        }
      : null,
    wanted: wanted === null ? null : landmarks[wanted]!,
    checks: checksOf(touches, advances).flatMap(({ id }) => lineUp?.misfits[id] ?? []),
    needleLeft: left?.name ?? null,
    untouched: keptUntouched.map(({ name }) => name),
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
  const done = useMemo(() => new Set(finished), [finished]);
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
      done,
      seen,
      worst: lineUp?.worst && lineUp.worst.doubt < LOST ? `±${formatDoubt(lineUp.worst.doubt, style)}` : '',
    }),
    [loaded, landmarks, lineUp, pieceId, asked, stitched, advance, done, seen, style],
  );
}
