import {
  boundsOf,
  type ClothPoint,
  distance,
  type FramePoint,
  GENERIC_FRAME,
  isOpen,
  MM_PER_INCH,
  type Point,
  ringBounds,
} from '@gorse/core';
import { Text } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { nanoid } from 'nanoid';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../../api/api.ts';
import { sayToFrame, touchWithFrame, useFrame, watchFrame } from '../../api/frame-socket.ts';
import { KEYS, useRuns } from '../../api/queries.ts';
import { ClothStage, type Gesture } from '../../canvas/cloth-stage.tsx';
import { HeadMark, OutsideReach } from '../../canvas/marks.tsx';
import { addTouch } from '../../document/placing.ts';
import { edit, usePlan } from '../../document/plan-store.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { tellError } from '../../ui/notices.ts';
import { Waiting } from '../../ui/waiting.tsx';
import { RollStrip } from '../roll-strip.tsx';
import { FramePanel } from './frame-panel.tsx';
import { FrameGround, FrameScene } from './frame-scene.tsx';
import { type FrameAction, nextInstruction } from './instruction.ts';
import { JogPad } from './jog-pad.tsx';
import { cornerLandmarks } from './landmarks.ts';
import { Lens } from './lens.tsx';
import { type Piece, piecesOf } from './pieces.ts';
import { useFrameKeys } from './use-frame-keys.ts';
import { useLineUp } from './use-line-up.ts';
import { useStitched } from './use-stitched.ts';

/** How near the head a press must be to carry it, px. */
const GRASP = 34;
/** Carrying is told this often, ms. */
const CARRY_EVERY = 30;

/** At the frame: touch, check, rehearse, stitch, one placement after the other. */
export default function FrameStep() {
  const quiltId = usePlan((state) => state.quiltId)!;
  const records = usePlan((state) => state.records);
  const frame = useFrame();
  const client = useQueryClient();
  const runs = useRuns(quiltId).data;
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [refusedLandmark, setRefusedLandmark] = useState<number | null>(null);
  const [linedUp, setLinedUp] = useState(false);
  const [skipRehearsal, setSkipRehearsal] = useState(false);
  const [back, setBack] = useState(MM_PER_INCH / 2);
  const [step, setStep] = useState(MM_PER_INCH / 16);

  useEffect(() => watchFrame(quiltId), [quiltId]);
  const liveRun = frame.run?.quiltId === quiltId ? frame.run : null;
  const status = liveRun?.state.status;
  useEffect(() => {
    void client.invalidateQueries({ queryKey: KEYS.runs(quiltId) });
  }, [client, quiltId, liveRun?.id, status]);

  const byRowSet = usePlanned((state) => state.byRowSet);
  const planning = usePlanned((state) => state.waiting > 0);
  const pieces = useMemo(() => piecesOf(records, byRowSet), [records, byRowSet]);
  const known = useMemo(() => {
    const others = (runs ?? []).filter((run) => run.id !== liveRun?.id);
    return liveRun ? [liveRun, ...others] : others;
  }, [runs, liveRun]);
  const finished = new Set(known.filter((run) => run.state.status === 'finished').map((run) => run.placementId));
  const pieceOf = (id: string | null | undefined): Piece | undefined => pieces.find((one) => one.id === id);
  const open = known.find((run) => isOpen(run.state.status) && pieceOf(run.placementId));
  const next = pieces.find((one) => !finished.has(one.id));
  // What was chosen, else what is at the frame, else what was begun, else what comes next.
  const piece =
    [chosenId, liveRun?.placementId, open?.placementId].map(pieceOf).find((one) => one !== undefined) ??
    next ??
    pieces[0];
  const run = known.find((one) => one.placementId === piece?.id && one.state.status !== 'abandoned') ?? null;

  const { landmarks, own } = useMemo(() => {
    const ids = piece?.landmarkRegionIds ?? [];
    const blocks = Object.keys(records.regions).filter((id) => records.regions[id]!.kind === 'block');
    const all = cornerLandmarks(records, [...ids, ...blocks]);
    const mine = new Set(ids);
    return { landmarks: all, own: all.filter((one) => mine.has(one.regionId)) };
  }, [records, piece?.landmarkRegionIds]);
  const { lineUp, settled } = useLineUp(records, landmarks, own, piece?.targets ?? NOWHERE);
  const wanted = wantedLandmark();
  const stitched = useStitched(known);
  const points =
    useQuery({
      queryKey: KEYS.runPoints(run?.id ?? ''),
      queryFn: () => api.runPoints(run!.id),
      enabled: run !== null,
      staleTime: Infinity,
    }).data ?? null;
  const loaded = run && isOpen(run.state.status) ? points : null;
  const start = loaded && run ? holeAt(loaded, run.state.stitch) : null;

  const instruction = nextInstruction({
    fit: piece?.fit ?? 'contain',
    touches: Object.keys(records.touches).length,
    cornersTouched: own.filter((one) => one.touch).length,
    linedUp,
    advised: settled,
    run,
    state: frame.state,
    start,
    skipRehearsal,
  });

  /** The landmark that is best touched next; the person may pass one over. Never changed under her hands. */
  function wantedLandmark(): number | null {
    if (!settled) return null;
    const openOwn = own
      .map((one) => landmarks.indexOf(one))
      .filter((i) => !landmarks[i]!.touch && i !== refusedLandmark);
    const advised = lineUp?.advice?.landmark;
    if (advised !== undefined && openOwn.includes(advised)) return advised;
    return openOwn[0] ?? null;
  }

  const touch = async (): Promise<void> => {
    const landmark = wanted === null ? undefined : landmarks[wanted];
    if (!landmark) return;
    const at = await touchWithFrame();
    if (!at) return;
    edit('touch', addTouch({ id: nanoid(10), name: landmark.name, cloth: landmark.cloth, frame: at, at: Date.now() }));
    setRefusedLandmark(null);
  };
  const take = (asked: Promise<NonNullable<typeof liveRun>>): void => {
    asked.then((made) => useFrame.setState({ run: made })).catch(tellError);
  };
  const act = (action: FrameAction): void => {
    switch (action) {
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
        setChosenId(pieces.find((one) => !finished.has(one.id))?.id ?? null);
        setLinedUp(false);
        break;
      default:
        sayToFrame({ type: action });
    }
  };
  useFrameKeys({ step, act: () => instruction.action && instruction.action !== 'pause' && act(instruction.action) });

  const press = (p: Point, view: { readonly scale: number }): Gesture | null => {
    if (!frame.state || distance(p, frame.state) * view.scale > GRASP) return null;
    let told = 0;
    const carry = (to: Point): void => {
      sayToFrame({ type: 'carry', x: clamp(to.x, GENERIC_FRAME.width), y: clamp(to.y, GENERIC_FRAME.reach) });
    };
    return {
      move(to) {
        if (Date.now() - told < CARRY_EVERY) return;
        told = Date.now();
        carry(to);
      },
      end: carry,
    };
  };

  if (!piece && planning) return <Waiting what="the rows" />;
  if (!piece) {
    return (
      <div className="page">
        <Text fz={24} maw={640}>
          There is nothing to stitch yet. Put a design into a block, or lay rows, on{' '}
          <Link to={`/quilts/${quiltId}/layout`}>Layout</Link> first.
        </Text>
      </div>
    );
  }
  const scene = {
    // Once a line is loaded, only what was touched still matters.
    landmarks: loaded ? landmarks.filter((one) => one.touch) : landmarks,
    lineUp: loaded && lineUp ? { ...lineUp, expected: [], doubts: [] } : lineUp,
    placementId: piece.id,
    wanted: instruction.bead === 'touch' ? wanted : null,
    loaded,
    stitched,
  };
  const seen = boundsOf(frame.patches.map((patch) => Float64Array.from(patch.ring))) ?? {
    minX: 0,
    minY: 0,
    maxX: 1000,
    maxY: GENERIC_FRAME.reach,
  };
  const around = lineUp?.onFrame.find((one) => one.placementId === piece.id)?.ring;
  return (
    <div className="desk" style={{ gridTemplateColumns: '72px minmax(0, 1fr) 372px' }}>
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <ClothStage
            bounds={{
              minX: Math.min(0, seen.minX),
              minY: 0,
              maxX: seen.maxX,
              maxY: Math.min(GENERIC_FRAME.reach, seen.maxY),
            }}
            focus={around ? ringBounds(around) : null}
            label="The cloth on the frame. Arrow keys jog the head, Z zooms to the patch, F shows all"
            onPress={press}
            ground={(view) => <FrameGround patches={frame.patches} scale={view.scale} />}
            moving={(view) =>
              frame.state && <HeadMark at={frame.state} down={frame.state.needle === 'down'} scale={view.scale} />
            }
          >
            {(view) => (
              <>
                <FrameScene {...scene} scale={view.scale} />
                <OutsideReach width={GENERIC_FRAME.width} reach={GENERIC_FRAME.reach} />
              </>
            )}
          </ClothStage>
          {frame.state && <Lens state={frame.state} patches={frame.patches} scene={scene} />}
        </div>
        <div className="tray" style={{ padding: 10, paddingRight: 14 }}>
          <JogPad step={step} onStep={setStep} />
        </div>
      </div>
      <FramePanel
        instruction={instruction}
        pieces={pieces}
        piece={piece}
        finished={finished}
        frame={frame}
        run={run}
        lineUp={lineUp}
        wanted={wanted === null ? null : { ...landmarks[wanted]!, expected: lineUp?.expected[wanted] ?? null }}
        back={back}
        onBack={setBack}
        onAct={act}
        onChoose={setChosenId}
        onPassOver={() => setRefusedLandmark(wanted)}
        onGoodEnough={() => setLinedUp(true)}
        onSkipRehearsal={() => setSkipRehearsal(true)}
        onTouchMore={() => setLinedUp(false)}
      />
    </div>
  );
}

const NOWHERE: readonly ClothPoint[] = [];

const clamp = (value: number, most: number): number => Math.min(most, Math.max(0, value));

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
