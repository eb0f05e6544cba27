import type { RunAnswer } from '@gorse/contract';
import {
  type AdvanceKind,
  formatDoubt,
  type FramePoint,
  MM_PER_INCH,
  type NamedPlace,
  quiltOf,
  type TouchMethod,
  touchesOf,
} from '@gorse/core';
import { nanoid } from 'nanoid';
import { type ComponentProps, useMemo, useState } from 'react';
import { api } from '../../api/api.ts';
import { sayToFrame, touchWithFrame, useFrame } from '../../api/frame-socket.ts';
import { addLandmark, addTouch, clearTouches, removeTouch } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { planner, usePlanned } from '../../planning-worker/planned-store.ts';
import { LOST } from '../../planning-worker/requests.ts';
import { tellError } from '../../ui/notices.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { atHand } from './at-hand.ts';
import type { FrameScene } from './frame-scene.tsx';
import type { Told } from './frame-words.ts';
import { checksOf, type FrameAction, nextInstruction } from './instruction.ts';
import { cornersLeftOf, landmarksOf, lowestStitched, targetsOf } from './landmarks.ts';
import { useNeedleLeft } from './needle-left.ts';
import { type Piece, piecesOf } from './pieces.ts';
import { rollingFor, seamWayOf } from './rolling.ts';
import type { Ways } from './side-ways.tsx';
import { useFrameLog } from './use-frame-log.ts';
import { useLineUp } from './use-line-up.ts';
import { useLoaded } from './use-loaded.ts';
import { useSame } from './use-same.ts';
import { useFoundAgain, useStitched } from './use-stitched.ts';
import { useWanted } from './use-wanted.ts';

/** By so many touches at least, and with no more doubt than this, mm, it is known whether all lies in reach. */
const REACH_TOUCHES = 2;
const REACH_DOUBT = 10;

/**
 * Everything the Frame screen shows and does: the one thing to do next, by the plan, the poles, the touches, the run and the head. Where the
 * head is at every moment is left to what draws it.
 */
export function useFrameWork() {
  const quiltId = usePlan((state) => state.quiltId)!;
  const records = usePlan((state) => state.records);
  const style = useLengthStyle();
  const [chosenId, choose] = useState<string | null>(null);
  const [linedUp, setLinedUp] = useState<LinedUp | null>(null);
  const [skipRehearsal, setSkipRehearsal] = useState(false);
  const [dragging, setDragging] = useState(false);
  const [back, setBack] = useState(MM_PER_INCH / 2);

  const { advances, advance, mounts, mounted, live, runs } = useFrameLog(quiltId);
  const byRowSet = usePlanned((state) => state.byRowSet);
  const byPlacement = usePlanned((state) => state.byPlacement);
  const waiting = usePlanned((state) => state.waiting > 0);
  const { pieces, passes } = useMemo(() => piecesOf(records, byRowSet, byPlacement), [records, byRowSet, byPlacement]);
  const isInReach = (one: Piece): boolean => rollingFor(records, one, passes, advances, null).within;
  const { piece, run, done, next } = atHand(pieces, runs, chosenId, live, isInReach);
  const finished = useSame([...done]);

  const stitched = useStitched(runs);
  const resting = useSame(stitched.filter((line) => line.id !== live?.id || live.state.status !== 'stitching'));
  const again = useFoundAgain(resting, quiltOf(records));
  const coming = useSame(pieces.filter((one) => one.pass === piece?.pass && (!done.has(one.id) || one === piece)));
  const regionId = piece?.regionId ?? null;
  const landmarks = useMemo(() => landmarksOf(records, again, advance, regionId), [records, again, advance, regionId]);
  const targets = useMemo(() => targetsOf(records, coming, again, advance), [records, coming, again, advance]);
  const cornersLeft = useMemo(() => cornersLeftOf(landmarks, piece), [landmarks, piece]);
  const { lineUp, settled } = useLineUp({
    records,
    mounts,
    landmarks,
    candidates: useSame(cornersLeft.length > 0 ? cornersLeft : null),
    targets,
    stitched: again,
    pieces: useSame(coming.map((one) => one.id)),
  });

  const wanted = useWanted(landmarks, lineUp, settled, cornersLeft);
  const wantedOne = wanted.index === null ? null : landmarks[wanted.index]!;
  const { strokes: loaded, start, head } = useLoaded(run, advance);
  const touches = useMemo(() => touchesOf(records).filter((touch) => touch.advance === advance), [records, advance]);
  // Rows of a pass are lined up together; a patch that is fitted by its corners by itself.
  const lined = piece?.fit === 'corners' ? piece.id : null;
  const said = linedUp?.advance === advance && linedUp.piece === lined ? linedUp.enough : null;
  // What was good enough for the first row of a pass is for the others: she is asked for no more touches between rows.
  const begun = runs.some((one) => one.advance === advance);
  const enough = said ?? (lined === null && begun ? true : null);
  const isKnown = touches.length >= REACH_TOUCHES && (lineUp?.worst?.doubt ?? Infinity) < REACH_DOUBT;
  // Once something of the pass was loaded, what comes after is rolled to only when it is its turn.
  const reckoned = lineUp?.onFrame.filter(({ id }) => !begun || id === piece?.id) ?? null;
  const rolling = piece && rollingFor(records, piece, passes, advances, isKnown ? reckoned : null);
  const instruction =
    piece &&
    rolling &&
    nextInstruction({
      fit: piece.fit,
      advances,
      within: rolling.within,
      tooDeep: piece.pass < 0,
      touches: touches.length,
      cornersLeft: cornersLeft.length,
      linedUp: enough === true,
      advised: settled,
      // A patch fitted by its corners is as sure as it gets once they are touched.
      worth: enough === false ? lineUp?.advice != null : piece.fit !== 'corners' && lineUp?.advice?.worth === true,
      run,
      head,
      skipRehearsal,
    });

  const add = (place: NamedPlace, at: FramePoint, method: TouchMethod): void => {
    const { name, cloth, since } = place;
    edit('touch', addTouch({ id: nanoid(10), name, cloth, since, frame: at, advance, method, at: Date.now() }));
  };
  const touch = async (): Promise<void> => {
    if (!wantedOne) return;
    const at = await touchWithFrame();
    if (!at) return;
    add(wantedOne, at, wantedOne.chalked ? 'chalk' : 'head');
    wanted.touched();
  };
  const needle = useNeedleLeft(quiltId, advances, add);
  const tellAdvance = (kind: AdvanceKind, pass = mounted.pass, rolled = mounted.rolled): void => {
    api.advance(quiltId, kind, pass, rolled).catch(tellError);
  };
  const take = (asked: Promise<RunAnswer>): void => {
    asked.then((made) => useFrame.setState({ run: made })).catch(tellError);
  };
  const act = (action: FrameAction): void => {
    switch (action) {
      case 'unclamp':
        tellAdvance('unclamped');
        break;
      case 'roll':
        if (rolling) tellAdvance('rolled', rolling.pass, rolling.from);
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
        choose(next?.id ?? null);
        break;
      default:
        sayToFrame({ type: action });
    }
  };

  const told: Told | null =
    piece && rolling && instruction
      ? {
          instruction,
          piece,
          advances,
          rolling,
          passes: passes.length,
          run,
          head,
          lineUp,
          targets,
          wanted: wantedOne,
          checks: checksOf(touches, advances).flatMap(({ id }) => lineUp?.misfits[id] ?? []),
          needleLeft: needle.place?.name ?? null,
        }
      : null;
  const drop = (id: string): void => edit('touch taken back', removeTouch(id));
  const nameOfTouch = (id: string): string => records.touches[id]?.name ?? 'landmark';
  const more = (enoughNow: boolean): void => setLinedUp({ advance, piece: lined, enough: enoughNow });
  const lowest = useMemo(() => lowestStitched(records, again, advance), [records, again, advance]);
  // Rolled on, it must still lie before the roll.
  const ahead = (lowest?.since?.frame.y ?? 0) - ((rolling?.from ?? 0) - mounted.rolled);
  const leavable = ahead > quiltOf(records).machine.frame.room ? lowest : null;
  const chalk = async (): Promise<void> => {
    const { state } = useFrame.getState();
    const at = state && { x: state.x, y: state.y };
    const cloth = at && (await planner().clothAt(at));
    if (!at || !cloth) return;
    const name = `chalk mark ${Object.keys(records.landmarks).length + 1}`;
    edit('chalk mark', addLandmark({ id: nanoid(10), name, cloth, since: { advance, frame: at } }));
  };
  const ways: Ways = {
    touches,
    expected: wanted.index !== null && lineUp ? lineUp.landmarks[wanted.index]!.at : null,
    leave: needle.place ?? leavable,
    left: needle.place !== null,
    dragging,
    nameOfTouch,
    onPassOver: wanted.passOver,
    onGoodEnough: () => more(true),
    onTouchMore: () => more(false),
    onDropTouch: drop,
    onRepeatTouch: (id) => {
      wanted.askAgain(nameOfTouch(id));
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
  const seen = useFrame((state) => state.stitched.length > 0);
  const asked = instruction?.action === 'touch' ? wanted.index : null;
  const placementId = piece?.id ?? null;
  const scene = useMemo(
    (): Omit<ComponentProps<typeof FrameScene>, 'scale'> => ({
      // Once a line is loaded, only what was touched still matters.
      landmarks: loaded ? landmarks.filter((one) => one.touch) : landmarks,
      lineUp: loaded && lineUp ? { ...lineUp, landmarks: [], targets: [] } : lineUp,
      placementId,
      wanted: asked,
      loaded,
      stitched: stitched.filter((line) => line.advance === advance),
      done: new Set(finished),
      seen,
      worst: lineUp?.worst && lineUp.worst.doubt < LOST ? `±${formatDoubt(lineUp.worst.doubt, style)}` : '',
    }),
    [loaded, landmarks, lineUp, placementId, asked, stitched, advance, finished, seen, style],
  );
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
      const cloth = lineUp && (await planner().clothAt(from));
      if (cloth) add({ name: 'place the plan was dragged to', cloth, since: null }, to, 'drag');
      setDragging(false);
    },
    scene,
    /** The seam to roll by, while there is to roll. */
    seamWay:
      rolling && instruction?.bead === 'roll'
        ? seamWayOf(rolling, quiltOf(records).machine.frame, mounted.rolled, landmarks, lineUp)
        : null,
  };
}

/** What she said of the line-up in an advance, or of one piece in it: good enough as it is, or that she wants to touch more. */
interface LinedUp {
  readonly advance: number;
  readonly piece: string | null;
  readonly enough: boolean;
}
