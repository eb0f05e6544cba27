import {
  advanceNow,
  boundsOf,
  distance,
  type EdgesKnown,
  type FramePoint,
  framePoint,
  headAt,
  mountedNow,
  type Point,
  quiltOf,
  ringBounds,
  safeArea,
} from '@gorse/core';
import { useState } from 'react';
import { sayToFrame, useFrame } from '../../api/frame-socket.ts';
import { ClothStage } from '../../canvas/cloth-stage.tsx';
import { EdgeWay, HeadMark, OutsideReach } from '../../canvas/marks.tsx';
import { AskedMarks } from '../../canvas/touch-marks.tsx';
import { carryHead } from '../../tools/carry-head.ts';
import { dragPlan } from '../../tools/drag-plan.ts';
import type { Tool } from '../../tools/hand.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { Waiting } from '../../ui/waiting.tsx';
import { RollStrip } from '../roll-strip/roll-strip.tsx';
import { Alarm } from './alarm.tsx';
import { EdgesPanel } from './follow-edges/edges-panel.tsx';
import { FramePanel } from './frame-panel.tsx';
import { FrameGround, FrameScene } from './frame-scene.tsx';
import { JogPad, jogStep } from './jog-pad.tsx';
import { Lens } from './lens.tsx';
import { marginWords } from './frame-words.ts';
import { MovePanel } from './move-panel.tsx';
import { Growing } from './patch-here/growing.tsx';
import { PatchHere } from './patch-here/patch-here.tsx';
import { isSpeedShown, stitchFaster } from './speed.tsx';
import { useFrameKeys } from './use-frame-keys.ts';
import { useFrameWork } from './use-frame-work.ts';

/** How near the head a press must be to carry it, px. */
const GRASP = 34;

/** At the frame: roll, clamp, touch, check, rehearse, stitch, one piece after the other. */
export default function FrameStep() {
  const work = useFrameWork();
  const { told, scene } = work;
  const patches = useFrame((state) => state.patches);
  const stitched = useFrame((state) => state.stitched);
  const answers = useFrame((state) => state.state !== null);
  const isHere = useFrame((state) => state.elsewhere === null && state.driver?.own !== false);
  const style = useLengthStyle();
  const [dragged, setDragged] = useState<Point | null>(null);
  const [isRead, setRead] = useState(false);
  useFrameKeys({
    faster: (up) => told && isSpeedShown(told.instruction.action) && stitchFaster(up),
    step: () => jogStep(style),
    // What is seen is done, but for a pause, which no stray key may bring about.
    act: () => {
      if (work.aside || told?.instruction.action !== 'pause') bigButton()?.click();
    },
  });

  // What is touched meanwhile is planned behind what is seen.
  if (!isRead && !work.waiting) setRead(true);
  if (!isRead && !told && work.waiting) return <Waiting what="the plan" />;
  const { advances } = work;
  const area = safeArea(quiltOf(work.records).machine.frame, mountedNow(advances).rolled);
  const press = (p: FramePoint, view: { readonly scale: number }): Tool<FramePoint> | null => {
    const { state } = useFrame.getState();
    if (state && distance(p, headAt(state)) * view.scale <= GRASP)
      return carryHead(area, ({ x, y }) => sayToFrame({ type: 'carry', x, y }));
    return work.ways.dragging ? dragPlan(p, setDragged, (from, to) => void work.dragPlan(from, to)) : null;
  };
  const seen = boundsOf(patches.map((patch) => Float64Array.from(patch.ring)));
  const bounds = {
    minX: Math.min(0, seen?.minX ?? 0),
    minY: 0,
    maxX: seen?.maxX ?? 1000,
    maxY: Math.min(area.bottom, seen?.maxY ?? area.bottom),
  };
  const middleX = (bounds.minX + bounds.maxX) / 2;
  const around = told?.lineUp?.onFrame.find((one) => one.id === told.piece.id)?.ring ?? [];
  const focus = around.length > 0 ? ringBounds(around) : null;
  // With the clamps off nothing is looked at closely, and the lens would hide what is rolled.
  const isSet = advances.step === 'ready';
  return (
    <div className="desk" style={{ gridTemplateColumns: '72px minmax(0, 1fr) 372px' }}>
      <Alarm />
      <RollStrip mark={told?.instruction.action === 'touch' ? (told.wanted?.cloth ?? null) : null} />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <ClothStage
            space={framePoint}
            key={advanceNow(advances)}
            bounds={bounds}
            atTop
            focus={focus}
            label="The cloth on the frame. Arrow keys jog the head, Z zooms to the piece, F shows all"
            onPress={press}
            ground={(view) => <FrameGround patches={patches} stitched={stitched} scale={view.scale} />}
            moving={(view) => <LiveHead scale={view.scale} />}
          >
            {(view) => (
              <>
                <OutsideReach width={area.width} reach={area.bottom} top={area.top} />
                <FrameScene
                  {...scene}
                  middleX={middleX}
                  middleY={focus ? (focus.minY + focus.maxY) / 2 : bounds.maxY}
                  dragged={dragged ?? (work.ways.dragging ? STILL : null)}
                  scale={view.scale}
                />
                <Growing
                  quiltId={work.quiltId}
                  records={work.records}
                  advance={advanceNow(advances)}
                  scale={view.scale}
                />
                {work.edges && (
                  <AskedMarks
                    touches={work.edges.touched}
                    next={nextOf(work.edges.known)}
                    middleX={middleX}
                    middleY={focus ? (focus.minY + focus.maxY) / 2 : bounds.maxY}
                    scale={view.scale}
                  />
                )}
                {work.seamWay && (
                  <EdgeWay
                    edge={work.seamWay.edge}
                    by={work.seamWay.by}
                    text={`lower edge of ${work.seamWay.name} comes here`}
                    middleX={middleX}
                    scale={view.scale}
                  />
                )}
              </>
            )}
          </ClothStage>
          {answers && isSet && <Lens patches={patches} stitched={stitched} scene={scene} />}
        </div>
        {isHere && (
          <div className="tray" style={{ padding: 10, paddingRight: 14 }}>
            <JogPad />
          </div>
        )}
      </div>
      <FramePanel
        quiltId={work.quiltId}
        told={told}
        advances={advances}
        instead={told && !work.aside ? null : <Aside work={work} />}
        startsAt={work.startsAt}
        ways={work.ways}
        pieces={work.pieces}
        finished={scene.done}
        back={work.back}
        onBack={work.setBack}
        onAct={work.act}
        onChoose={work.choose}
      />
    </div>
  );
}

const nextOf = ({ next }: EdgesKnown) => next && { at: next.at, text: `${next.edge} edge` };

/** What she does rather than what is told. */
function Aside({ work }: { readonly work: ReturnType<typeof useFrameWork> }) {
  const style = useLengthStyle();
  const { quiltId, records, advances, told, aside, setAside, choose } = work;
  const back = (): void => setAside(null);
  if (told && aside === 'move')
    return <MovePanel piece={told.piece} records={records} margins={marginWords(told, style)} onDone={back} />;
  if (told && aside === 'edges') return <EdgesPanel work={work.edges} onDone={back} />;
  return (
    <PatchHere
      {...{ quiltId, records, advances }}
      onPlaced={(id) => {
        choose(id);
        back();
      }}
      onBack={told ? back : null}
    />
  );
}

const bigButton = () => document.querySelector<HTMLButtonElement>('[data-testid="big-button"]');

const STILL: Point = { x: 0, y: 0 };

/** The head where it is at every moment. */
function LiveHead({ scale }: { readonly scale: number }) {
  const state = useFrame((frame) => frame.state);
  return state && <HeadMark at={state} down={state.needle === 'down'} scale={scale} />;
}
