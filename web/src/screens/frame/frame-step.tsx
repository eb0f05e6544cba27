import {
  advanceNow,
  boundsOf,
  distance,
  fullReach,
  MM_PER_INCH,
  mountedNow,
  type Point,
  quiltOf,
  ringBounds,
  rollGrowth,
} from '@gorse/core';
import { Text } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { sayToFrame } from '../../api/frame-socket.ts';
import { ClothStage, type Gesture } from '../../canvas/cloth-stage.tsx';
import { HeadMark, OutsideReach } from '../../canvas/marks.tsx';
import { Waiting } from '../../ui/waiting.tsx';
import { RollStrip } from '../roll-strip.tsx';
import { FramePanel } from './frame-panel.tsx';
import { FrameGround, FrameScene } from './frame-scene.tsx';
import { JogPad } from './jog-pad.tsx';
import { Lens } from './lens.tsx';
import { useFrameKeys } from './use-frame-keys.ts';
import { useFrameWork } from './use-frame-work.ts';

/** How near the head a press must be to carry it, px. */
const GRASP = 34;
/** Carrying is told this often, ms. */
const CARRY_EVERY = 30;

/** At the frame: roll, clamp, touch, check, rehearse, stitch, one piece after the other. */
export default function FrameStep() {
  const work = useFrameWork();
  const { frame, told, scene } = work;
  const [step, setStep] = useState(MM_PER_INCH / 16);
  const [dragged, setDragged] = useState<Point>(STILL);
  useFrameKeys({
    step,
    act: () => {
      const action = told?.instruction.action;
      if (action && action !== 'pause') work.act(action);
    },
  });

  if (!told && work.waiting) return <Waiting what="the plan" />;
  if (!told) {
    return (
      <div className="page">
        <Text fz={24} maw={640}>
          There is nothing to stitch yet. Put a design into a block, or lay rows, on{' '}
          <Link to={`/quilts/${work.quiltId}/layout`}>Layout</Link> first.
        </Text>
      </div>
    );
  }
  const machine = quiltOf(work.records).machine;
  const area = {
    width: machine.frame.width,
    top: rollGrowth(machine.frame, mountedNow(told.advances).rolled),
    bottom: fullReach(machine.frame),
  };
  const press = (p: Point, view: { readonly scale: number }): Gesture | null => {
    if (frame.state && distance(p, frame.state) * view.scale <= GRASP) return carrying(area);
    if (!work.ways.dragging) return null;
    return {
      move: (to) => setDragged({ x: to.x - p.x, y: to.y - p.y }),
      end: (to) => {
        setDragged(STILL);
        void work.dragPlan(p, to);
      },
    };
  };
  const seen = boundsOf(frame.patches.map((patch) => Float64Array.from(patch.ring))) ?? {
    minX: 0,
    minY: 0,
    maxX: 1000,
    maxY: area.bottom,
  };
  const around = told.lineUp?.onFrame.find((one) => one.id === told.piece.id)?.ring;
  return (
    <div className="desk" style={{ gridTemplateColumns: '72px minmax(0, 1fr) 372px' }}>
      <RollStrip />
      <div className="middle">
        <div style={{ position: 'relative', minHeight: 0 }}>
          <ClothStage
            key={advanceNow(told.advances)}
            bounds={{
              minX: Math.min(0, seen.minX),
              minY: 0,
              maxX: seen.maxX,
              maxY: Math.min(area.bottom, seen.maxY),
            }}
            focus={around && around.length > 0 ? ringBounds(around) : null}
            label="The cloth on the frame. Arrow keys jog the head, Z zooms to the piece, F shows all"
            onPress={press}
            ground={(view) => <FrameGround patches={frame.patches} stitched={frame.stitched} scale={view.scale} />}
            moving={(view) =>
              frame.state && <HeadMark at={frame.state} down={frame.state.needle === 'down'} scale={view.scale} />
            }
          >
            {(view) => (
              <>
                <FrameScene {...scene} dragged={dragged} scale={view.scale} />
                <OutsideReach width={area.width} reach={area.bottom} top={area.top} />
              </>
            )}
          </ClothStage>
          {frame.state && <Lens state={frame.state} patches={frame.patches} stitched={frame.stitched} scene={scene} />}
        </div>
        <div className="tray" style={{ padding: 10, paddingRight: 14 }}>
          <JogPad step={step} onStep={setStep} />
        </div>
      </div>
      <FramePanel
        told={told}
        ways={work.ways}
        pieces={work.pieces}
        finished={scene.done}
        frame={frame}
        back={work.back}
        onBack={work.setBack}
        onAct={work.act}
        onChoose={work.choose}
      />
    </div>
  );
}

const STILL: Point = { x: 0, y: 0 };

/** Hands carry the head; it is told where to every few milliseconds. */
function carrying(area: { readonly width: number; readonly top: number; readonly bottom: number }): Gesture {
  let told = 0;
  const carry = (to: Point): void => {
    const x = Math.min(area.width, Math.max(0, to.x));
    const y = Math.min(area.bottom, Math.max(area.top, to.y));
    sayToFrame({ type: 'carry', x, y });
  };
  return {
    move(to) {
      if (Date.now() - told < CARRY_EVERY) return;
      told = Date.now();
      carry(to);
    },
    end: carry,
  };
}
