import {
  advanceNow,
  advanceStateOf,
  type AdvanceKind,
  distance,
  type FramePoint,
  isOpen,
  MM_PER_INCH,
  mountedNow,
  type NamedPlace,
  NEWLY_LOADED,
  type Place,
  type PlanRecords,
  quiltOf,
  type TouchMethod,
  touchesOf,
} from '@gorse/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { nanoid } from 'nanoid';
import { type ComponentProps, useEffect, useMemo, useState } from 'react';
import { api } from '../../api/api.ts';
import { sayToFrame, touchWithFrame, useFrame, watchFrame } from '../../api/frame-socket.ts';
import { KEYS, useRuns } from '../../api/queries.ts';
import { addLandmark, addTouch, clearTouches, removeTouch } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { planner, usePlanned } from '../../planning-worker/planned-store.ts';
import { tellError } from '../../ui/notices.ts';
import type { FrameScene } from './frame-scene.tsx';
import type { Told } from './frame-words.ts';
import { type FrameAction, nextInstruction } from './instruction.ts';
import { type Landmark, landmarksOf, LOST, targetsOf } from './landmarks.ts';
import { useNeedleLeft } from './needle-left.ts';
import { isWithin, type Piece, piecesOf, seamAt } from './pieces.ts';
import type { Ways } from './side-ways.tsx';
import { useLineUp } from './use-line-up.ts';
import { useStitched, useTaught } from './use-stitched.ts';

/** Everything the Frame screen shows and does: the one thing to do next, by the plan, the poles, the touches, the run and the head. */
export function useFrameWork() {
  const quiltId = usePlan((state) => state.quiltId)!;
  const records = usePlan((state) => state.records);
  const frame = useFrame();
  const client = useQueryClient();
  const runs = useRuns(quiltId).data;
  const [chosenId, choose] = useState<string | null>(null);
  const [refusedLandmark, setRefusedLandmark] = useState<string | null>(null);
  const [repeated, setRepeated] = useState<string | null>(null);
  const [linedUp, setLinedUp] = useState<LinedUp | null>(null);
  const [skipRehearsal, setSkipRehearsal] = useState(false);
  const [dragging, setDragging] = useState(false);
  const [back, setBack] = useState(MM_PER_INCH / 2);

  useEffect(() => watchFrame(quiltId), [quiltId]);
  const liveRun = frame.run?.quiltId === quiltId ? frame.run : null;
  const status = liveRun?.state.status;
  useEffect(() => {
    void client.invalidateQueries({ queryKey: KEYS.runs(quiltId) });
  }, [client, quiltId, liveRun?.id, status]);

  const advances = useMemo(() => (frame.advances ? advanceStateOf(frame.advances) : NEWLY_LOADED), [frame.advances]);
  const advance = advanceNow(advances);
  const mounted = mountedNow(advances);
  const byRowSet = usePlanned((state) => state.byRowSet);
  const planning = usePlanned((state) => state.waiting > 0);
  const { pieces, passes } = useMemo(() => piecesOf(records, byRowSet), [records, byRowSet]);
  const known = useMemo(() => {
    const others = (runs ?? []).filter((run) => run.id !== liveRun?.id);
    return liveRun ? [liveRun, ...others] : others;
  }, [runs, liveRun]);
  const done = new Set(known.filter((run) => run.state.status === 'finished').map((run) => run.placementId));
  const pieceOf = (id: string | null | undefined): Piece | undefined => pieces.find((one) => one.id === id);
  const open = known.find((run) => isOpen(run.state.status) && pieceOf(run.placementId));
  const left = pieces.filter((one) => !done.has(one.id));
  // What was chosen, else what is at the frame, else what was begun, else what comes next: in this pass first.
  const piece =
    [chosenId, liveRun?.placementId, open?.placementId].map(pieceOf).find((one) => one !== undefined) ??
    left.find((one) => isWithin(one, mounted, records)) ??
    left[0] ??
    pieces[0];
  const run = known.find((one) => one.placementId === piece?.id && !OVER.has(one.state.status)) ?? null;

  const stitched = useStitched(known);
  const resting = useSame(stitched.filter((line) => line.id !== liveRun?.id || status !== 'stitching'));
  const taught = useTaught(resting);
  const coming = useSame(pieces.filter((one) => one.pass === piece?.pass && (!done.has(one.id) || one === piece)));
  const atHand = piece?.regionId ?? null;
  const landmarks = useMemo(() => landmarksOf(records, taught, advances, atHand), [records, taught, advances, atHand]);
  const targets = useMemo(() => targetsOf(records, coming, taught, advances), [records, coming, taught, advances]);
  const cornersLeft = useMemo(
    () =>
      piece?.fit === 'corners'
        ? landmarks.flatMap((one, i) =>
            !one.touch && one.since === null && piece.ring.some((corner) => distance(corner, one.cloth) < 0.05)
              ? [i]
              : [],
          )
        : [],
    [landmarks, piece],
  );
  const { lineUp, settled } = useLineUp({
    records,
    advances,
    landmarks,
    candidates: useSame(cornersLeft.length > 0 ? cornersLeft : null),
    targets,
    stitched: useSame(taught.map(({ id, advance: then, upTo }) => ({ id, advance: then, upTo }))),
    pieces: useSame(coming.map((one) => one.id)),
  });

  const points =
    useQuery({
      queryKey: KEYS.runPoints(run?.id ?? ''),
      queryFn: () => api.runPoints(run!.id),
      enabled: run !== null,
      staleTime: Infinity,
    }).data ?? null;
  const loaded = run && isOpen(run.state.status) && run.advance === advance ? points : null;
  const start = loaded && run ? holeAt(loaded, run.state.stitch) : null;
  const touches = useMemo(() => touchesOf(records).filter((touch) => touch.advance === advance), [records, advance]);
  // Rows of a pass are lined up together; a patch that is fitted by its corners by itself.
  const lined = piece?.fit === 'corners' ? piece.id : null;
  const said = linedUp?.advance === advance && linedUp.piece === lined ? linedUp.enough : null;
  // What was good enough for the first row of a pass is for the others: she is asked for no more touches between rows.
  const enough = said ?? (lined === null && known.some((one) => one.advance === advance) ? true : null);
  const instruction =
    piece &&
    nextInstruction({
      fit: piece.fit,
      advances,
      within: isWithin(piece, mounted, records),
      touches: touches.length,
      cornersLeft: cornersLeft.length,
      linedUp: enough === true,
      advised: settled,
      // A patch fitted by its corners is as sure as it gets once they are touched.
      worth: enough === false ? lineUp?.advice != null : piece.fit !== 'corners' && lineUp?.advice?.worth === true,
      run,
      state: frame.state,
      start,
      skipRehearsal,
    });

  const wanted = wantedLandmark();
  /** The landmark that is best touched next; the person may pass one over. Never changed under her hands. */
  function wantedLandmark(): number | null {
    if (!settled || !lineUp) return null;
    const may = landmarks.flatMap((one, i) =>
      lineUp.landmarks[i]?.reached && !one.touch && one.name !== refusedLandmark ? [i] : [],
    );
    const again = may.find((i) => landmarks[i]!.name === repeated);
    if (again !== undefined) return again;
    const advised = lineUp.advice?.landmark;
    if (advised !== undefined && may.includes(advised)) return advised;
    const corners = cornersLeft.filter((i) => may.includes(i));
    return corners[0] ?? may[0] ?? null;
  }
  const wantedOne: Landmark | null = wanted === null ? null : landmarks[wanted]!;

  const add = (place: NamedPlace, at: FramePoint, method: TouchMethod): void => {
    const { name, cloth, since } = place;
    edit('touch', addTouch({ id: nanoid(10), name, cloth, since, frame: at, advance, method, at: Date.now() }));
  };
  const touch = async (): Promise<void> => {
    if (!wantedOne) return;
    const at = await touchWithFrame();
    if (!at) return;
    add(wantedOne, at, wantedOne.chalked ? 'chalk' : 'head');
    setRefusedLandmark(null);
    setRepeated(null);
  };
  const needle = useNeedleLeft(quiltId, frame.state, advances, add);
  const tellAdvance = (kind: AdvanceKind, pass = mounted.pass, rolled = mounted.rolled): void => {
    api.advance(quiltId, kind, pass, rolled).catch(tellError);
  };
  const take = (asked: Promise<NonNullable<typeof liveRun>>): void => {
    asked.then((made) => useFrame.setState({ run: made })).catch(tellError);
  };
  const goalPass = piece ? passes[piece.pass] : undefined;
  const goal = {
    pass: piece && piece.pass >= 0 ? piece.pass : mounted.pass,
    from: goalPass?.from ?? piece?.top ?? 0,
    seam: seamAt(records, goalPass?.from ?? piece?.top ?? 0),
  };
  const act = (action: FrameAction): void => {
    switch (action) {
      case 'unclamp':
        tellAdvance('unclamped');
        break;
      case 'roll':
        tellAdvance('rolled', goal.pass, goal.from);
        break;
      case 'clamp':
        tellAdvance('clamped');
        break;
      case 'touch':
        void touch();
        break;
      case 'load':
        setSkipRehearsal(false);
        if (piece) take(api.startRun(quiltId, piece.id));
        break;
      case 'goToStart':
        if (start) sayToFrame({ type: 'goTo', x: start.x, y: start.y });
        break;
      case 'goOn':
        if (run) take(api.resumeRun(run.id, back));
        break;
      case 'mended':
        sayToFrame({ type: 'fault', fault: null });
        break;
      case 'next':
        choose(
          (
            left.find((one) => one.id !== piece?.id && isWithin(one, mounted, records)) ??
            left.find((one) => one.id !== piece?.id)
          )?.id ?? null,
        );
        break;
      default:
        sayToFrame({ type: action });
    }
  };

  const told: Told | null =
    piece && instruction
      ? {
          instruction,
          piece,
          advances,
          goal,
          passes: passes.length,
          run,
          state: frame.state,
          lineUp,
          targets,
          wanted: wantedOne,
        }
      : null;
  const drop = (id: string): void => edit('touch taken back', removeTouch(id));
  const nameOfTouch = (id: string): string => records.touches[id]?.name ?? 'landmark';
  const more = (enoughNow: boolean): void => setLinedUp({ advance, piece: lined, enough: enoughNow });
  const here = landmarksOf(records, taught, { ...advances, mounts: [...advances.mounts, mounted] });
  const lowest = lowestStitched(records, here, taught, advance);
  // Rolled on, it must still lie before the roll.
  const leavable =
    lowest?.since && lowest.since.frame.y - (goal.from - mounted.rolled) > quiltOf(records).machine.frame.room
      ? lowest
      : null;
  const ways: Ways = {
    touches,
    expected: wanted !== null && lineUp ? lineUp.landmarks[wanted]!.at : null,
    leave: needle.place ?? leavable,
    left: needle.place !== null,
    dragging,
    nameOfTouch,
    onPassOver: () => setRefusedLandmark(wantedOne?.name ?? null),
    onGoodEnough: () => more(true),
    onTouchMore: () => more(false),
    onDropTouch: drop,
    onRepeatTouch: (id) => {
      setRepeated(nameOfTouch(id));
      more(false);
      drop(id);
    },
    onLineUpAgain: () => {
      more(false);
      edit('line up again', clearTouches(advance));
    },
    onSkipRehearsal: () => setSkipRehearsal(true),
    onGiveUp: () => {
      if (run) api.abandonRun(run.id).catch(tellError);
    },
    onChalk: () => void chalk(),
    onDrag: () => setDragging(!dragging),
    onLeaveNeedle: () => ways.leave && needle.leave(ways.leave),
    onNotRolled: () => tellAdvance('loaded'),
    onMoved: () => tellAdvance('loaded'),
  };
  const chalk = async (): Promise<void> => {
    const at = frame.state && { x: frame.state.x, y: frame.state.y };
    const cloth = at && (await planner().clothAt(at));
    if (!at || !cloth) return;
    const name = `chalk mark ${Object.keys(records.landmarks).length + 1}`;
    edit('chalk mark', addLandmark({ id: nanoid(10), name, cloth, since: { advance, frame: at } }));
  };
  return {
    quiltId,
    records,
    frame,
    waiting: planning,
    told,
    ways,
    pieces,
    back,
    setBack,
    choose,
    act,
    /** The plan was dragged so that what lay at one place lies at another: a touch of the cloth there. */
    async dragPlan(from: FramePoint, to: FramePoint): Promise<void> {
      const cloth = (lineUp?.worst?.doubt ?? Infinity) < LOST || touches.length === 0 ? await planner().clothAt(from) : null;
      if (cloth) add({ name: 'place the plan was dragged to', cloth, since: null }, to, 'drag');
      setDragging(false);
    },
    scene: {
      // Once a line is loaded, only what was touched still matters.
      landmarks: loaded ? landmarks.filter((one) => one.touch) : landmarks,
      lineUp: loaded && lineUp ? { ...lineUp, landmarks: [], targets: [] } : lineUp,
      placementId: piece?.id ?? null,
      wanted: instruction?.action === 'touch' ? wanted : null,
      loaded,
      stitched: stitched.filter((line) => line.advance === advance),
      done,
      seen: frame.stitched.length > 0,
    } satisfies Omit<ComponentProps<typeof FrameScene>, 'scale'>,
  };
}

/** What she said of the line-up in an advance, or of one piece in it: good enough as it is, or that she wants to touch more. */
interface LinedUp {
  readonly advance: number;
  readonly piece: string | null;
  readonly enough: boolean;
}

const OVER: ReadonlySet<string> = new Set(['abandoned', 'continued']);

/** The same object as last time while its content is the same. */
function useSame<T>(value: T): T {
  const key = JSON.stringify(value, (_, part: unknown) => (ArrayBuffer.isView(part) ? part.byteLength : part));
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all of it
  return useMemo(() => value, [key]);
}

/** The lowest point of what is stitched in this advance that can be found again: it will still be in reach when rolled on. */
function lowestStitched(
  records: PlanRecords,
  landmarks: readonly Landmark[],
  stitched: readonly { readonly advance: number }[],
  advance: number,
): NamedPlace | null {
  const { loading } = quiltOf(records);
  const down = ({ cloth }: Place): number => (loading === 'turned' ? -cloth.x : cloth.y);
  const own = landmarks.filter(({ since, chalked }) => !chalked && since?.advance === advance);
  if (stitched.length === 0 || own.length === 0) return null;
  return own.reduce((a, b) => (down(b) > down(a) ? b : a));
}

/** A hole counted over all strokes; the last hole of a stroke belongs to it. */
function holeAt(strokes: readonly Float64Array[], stitch: number): FramePoint | null {
  let hole = stitch;
  for (const stroke of strokes) {
    const count = stroke.length / 2;
    if (hole < count) return { x: stroke[2 * hole]!, y: stroke[2 * hole + 1]! };
    hole -= count;
  }
  return null;
}
