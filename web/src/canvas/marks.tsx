import type { DoubtEllipse, Point, Polyline } from '@gorse/core';
import Konva from 'konva';
import { Arrow, Circle, Ellipse, Group, Label, Line, Shape, Tag, Text } from 'react-konva';
import { MOORLAND } from '../ui/theme.ts';
import { trace } from './patches.tsx';

// Words are set on their middle line: measured at every draw, they cost more than all that is drawn beside them.
Konva.legacyTextRendering = true;

const flat = (points: readonly Point[]): number[] => points.flatMap((p) => [p.x, p.y]);

/** The selected patch: a halo in gorse. */
export function Halo({ ring, scale }: { readonly ring: readonly Point[]; readonly scale: number }) {
  return <Line points={flat(ring)} closed stroke={MOORLAND.gorse} strokeWidth={4 / scale} lineJoin="round" />;
}

/** Start and end of a run: a hollow ring with a tick in the sewing direction, and a flat bar across the end. */
export function RunEnds({ run, scale }: { readonly run: Polyline; readonly scale: number }) {
  const n = run.length;
  if (n < 4) return null;
  const direction = (from: number, to: number): Point => {
    const x = run[to]! - run[from]!;
    const y = run[to + 1]! - run[from + 1]!;
    const length = Math.hypot(x, y) || 1;
    return { x: x / length, y: y / length };
  };
  const out = direction(0, Math.min(n - 2, 20));
  const last = direction(Math.max(0, n - 22), n - 2);
  const r = 6 / scale;
  const stroke = { stroke: MOORLAND.bracken, strokeWidth: 2.5 / scale };
  const [sx, sy, ex, ey] = [run[0]!, run[1]!, run[n - 2]!, run[n - 1]!];
  return (
    <Group>
      <Circle x={sx} y={sy} radius={r} {...stroke} />
      <Line points={[sx + out.x * r, sy + out.y * r, sx + out.x * 2.4 * r, sy + out.y * 2.4 * r]} {...stroke} />
      <Line
        points={[ex - last.y * 1.4 * r, ey + last.x * 1.4 * r, ex + last.y * 1.4 * r, ey - last.x * 1.4 * r]}
        {...stroke}
        strokeWidth={3.5 / scale}
      />
    </Group>
  );
}

/** A point of the design that can be dragged: a ring that is easily taken, its place on a cross. */
export function PinMark({ at, scale }: { readonly at: Point; readonly scale: number }) {
  const r = 11 / scale;
  const ink = { stroke: MOORLAND.ink, strokeWidth: 1.5 / scale };
  return (
    <Group x={at.x} y={at.y}>
      <Circle radius={r} stroke={MOORLAND.gorse} strokeWidth={4 / scale} fill="rgba(255, 253, 247, 0.55)" />
      <Line points={[-r, 0, r, 0]} {...ink} />
      <Line points={[0, -r, 0, r]} {...ink} />
    </Group>
  );
}

/** A landmark to touch: a ring, with its place in the order. */
export function LandmarkSpot({
  at,
  number,
  scale,
}: {
  readonly at: Point;
  readonly number: number | null;
  readonly scale: number;
}) {
  return (
    <Group x={at.x} y={at.y}>
      <Circle radius={9 / scale} fill="#fff" stroke={MOORLAND.rowan} strokeWidth={2.5 / scale} />
      {number === null ? (
        <Circle radius={3 / scale} fill={MOORLAND.rowan} />
      ) : (
        <Text
          text={String(number)}
          fontSize={13 / scale}
          fontStyle="bold"
          fill={MOORLAND.ink}
          x={-9 / scale}
          y={-6.5 / scale}
          width={18 / scale}
          align="center"
        />
      )}
    </Group>
  );
}

/** A few words above or below a place, running from it to the side where there is more room. */
export function PlaceTag({
  at,
  text,
  colour,
  above = false,
  leftOf,
  scale,
}: {
  readonly at: Point;
  readonly text: string;
  readonly colour: string;
  readonly above?: boolean;
  readonly leftOf: boolean;
  readonly scale: number;
}) {
  return (
    <Label x={at.x + ((leftOf ? 1 : -1) * 10) / scale} y={at.y + ((above ? -1 : 1) * 26) / scale}>
      <Tag
        fill="rgba(255, 254, 248, 0.92)"
        stroke={colour}
        strokeWidth={2 / scale}
        cornerRadius={4 / scale}
        pointerDirection={leftOf ? 'right' : 'left'}
        pointerWidth={0}
        pointerHeight={0}
      />
      <Text text={text} fontSize={15 / scale} fontStyle="bold" padding={4 / scale} fill={MOORLAND.ink} />
    </Label>
  );
}

/** An edge, and the way across the poles that it has to come, mm, with a few words where it comes. */
export function EdgeWay({
  edge,
  by,
  text,
  middleX,
  scale,
}: {
  readonly edge: readonly [Point, Point];
  readonly by: number;
  readonly text: string;
  /** The words stand towards this place, mm. */
  readonly middleX: number;
  readonly scale: number;
}) {
  const there = edge.map(({ x, y }) => ({ x, y: y + by }));
  const [a, b] = edge;
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const tip = { x: middle.x, y: middle.y + by };
  const stroke = { stroke: MOORLAND.bracken, strokeWidth: 4 / scale };
  return (
    <Group>
      <Line points={flat(edge)} {...stroke} />
      <Line points={flat(there)} {...stroke} dash={[10 / scale, 6 / scale]} />
      <Arrow
        points={flat([middle, tip])}
        {...stroke}
        fill={MOORLAND.bracken}
        pointerLength={16 / scale}
        pointerWidth={16 / scale}
      />
      <PlaceTag at={tip} text={text} colour={MOORLAND.bracken} above={by <= 0} leftOf={tip.x > middleX} scale={scale} />
    </Group>
  );
}

/** Where a point lies in 95 of 100 cases. */
export function DoubtMark({
  at,
  doubt,
  scale,
}: {
  readonly at: Point;
  readonly doubt: DoubtEllipse;
  readonly scale: number;
}) {
  const least = 2 / scale;
  return (
    <Ellipse
      x={at.x}
      y={at.y}
      radiusX={Math.max(least, doubt.major)}
      radiusY={Math.max(least, doubt.minor)}
      rotation={(doubt.angle * 180) / Math.PI}
      fill="rgba(140, 90, 158, 0.16)"
      stroke={MOORLAND.heather}
      strokeWidth={1.2 / scale}
    />
  );
}

/** The patches that are like the chosen one: a dashed line along their seams. */
export const AlikeMarks = ({
  rings,
  scale,
}: {
  readonly rings: readonly (readonly Point[])[];
  readonly scale: number;
}) => (
  <Shape
    listening={false}
    sceneFunc={(konva) => {
      const context = konva._context;
      context.strokeStyle = MOORLAND.gorse;
      context.lineWidth = 2 / scale;
      context.setLineDash([8 / scale, 6 / scale]);
      context.beginPath();
      for (const ring of rings) trace(context, ring);
      context.stroke();
      context.setLineDash([]);
    }}
  />
);

/** The fit's grid over a patch, so that a bend can be seen. */
export const FitGrid = ({ grid, scale }: { readonly grid: readonly Float64Array[]; readonly scale: number }) => (
  <Group opacity={0.7}>
    {grid.map((line, i) => (
      <Line key={i} points={line as unknown as number[]} stroke={MOORLAND.heather} strokeWidth={1 / scale} />
    ))}
  </Group>
);

/** The head: a ring with cross hairs; filled when the needle is down. */
export function HeadMark({ at, down, scale }: { readonly at: Point; readonly down: boolean; readonly scale: number }) {
  const r = 16 / scale;
  const stroke = { stroke: MOORLAND.ink, strokeWidth: 2 / scale };
  return (
    <Group x={at.x} y={at.y}>
      <Circle radius={r} {...stroke} />
      <Line points={[-1.6 * r, 0, -0.25 * r, 0]} {...stroke} />
      <Line points={[0.25 * r, 0, 1.6 * r, 0]} {...stroke} />
      <Line points={[0, -1.6 * r, 0, -0.25 * r]} {...stroke} />
      <Line points={[0, 0.25 * r, 0, 1.6 * r]} {...stroke} />
      {down && <Circle radius={3.5 / scale} fill={MOORLAND.rowan} />}
    </Group>
  );
}

/** A soft wash over everything but one band: what the head can't reach. `top` is where the roll ends, mm. */
export function OutsideReach({
  width,
  reach,
  top = 0,
}: {
  readonly width: number;
  readonly reach: number;
  readonly top?: number;
}) {
  const far = 1e4;
  return (
    <Shape
      sceneFunc={(konva) => {
        const context = konva._context;
        context.beginPath();
        trace(context, [
          { x: -far, y: -far },
          { x: far, y: -far },
          { x: far, y: far },
          { x: -far, y: far },
        ]);
        context.rect(0, top, width, reach - top);
        context.fillStyle = 'rgba(63, 86, 102, 0.28)';
        context.fill('evenodd');
      }}
    />
  );
}
