import {
  advanceStateOf,
  applyToPoint,
  type ClothPoint,
  counted,
  finishedPieces,
  loadedSize,
  loadingMap,
  mountedNow,
  outlineOf,
  piecesInPasses,
  quiltOf,
  rollGrowth,
  usableReach,
} from '@gorse/core';
import { useMemo } from 'react';
import { useFrame } from '../../api/frame-socket.ts';
import { useAdvances, useRuns } from '../../api/queries.ts';
import { usePlan } from '../../document/plan-store.ts';
import { usePlanned } from '../../planning-worker/planned-store.ts';
import { MOORLAND } from '../../ui/theme.ts';
import { Boundary, SIXTEENTH } from './boundary.tsx';
import { PassLabel } from './pass-label.tsx';

const HEIGHT = 640;
const TOP = 44;

interface Props {
  readonly width?: number;
  /** Passes can be chosen and their beginnings moved. */
  readonly chosen?: number;
  readonly onChoose?: (pass: number) => void;
  readonly onStart?: (pass: number, from: number) => void;
  /** The place that is asked for at the frame. */
  readonly mark?: ClothPoint | null;
}

/** The whole quilt as it lies on the poles: take-up pole above, belly pole below, the passes as bands, the reach now as a bracket. */
export function RollStrip({ width: WIDTH = 72, chosen, onChoose, onStart, mark = null }: Props) {
  const quiltId = usePlan((state) => state.quiltId)!;
  const records = usePlan((state) => state.records);
  const byRecord = usePlanned((state) => state.byRecord);
  const found = usePlanned((state) => state.passes);
  const { map, loading, machine } = quiltOf(records);
  const { width, length } = loadedSize(loading, map.size);
  const lie = loadingMap(loading, map.size);
  const { passes } = found;
  const shown = Object.values(byRecord);
  const pieces = useMemo(
    () =>
      piecesInPasses(
        Object.values(byRecord).flatMap((record) => record.pieces),
        found,
      ),
    [byRecord, found],
  );
  const logged = useAdvances(quiltId).data;
  const live = useFrame((state) => state.advances);
  const { rolled } = mountedNow(advanceStateOf(live ?? logged ?? []));
  const runs = useRuns(quiltId).data;
  const finished = useMemo(() => finishedPieces(runs ?? []), [runs]);
  const filled = useMemo(() => new Set(Object.values(records.placements).map((p) => p.regionId)), [records.placements]);
  const rows = shown.flatMap((record) => record.rows?.rows ?? []);
  const wide = WIDTH > 150;
  const scale = Math.min((WIDTH - (wide ? 56 : 16)) / width, (HEIGHT - 104) / length);
  const left = (WIDTH - width * scale) / 2;
  const right = left + width * scale;
  const bottom = TOP + length * scale;
  const reach = Math.min(length - rolled, usableReach(machine.frame, rolled));
  const isDone = (pass: number): boolean => {
    const own = pieces.filter((piece) => piece.pass === pass);
    return own.length > 0 && own.every((piece) => finished.has(piece.id));
  };
  const title =
    passes.length === 0
      ? 'The quilt on the poles; the bracket is the reach'
      : `${counted(passes.length, 'pass')}; the bracket is the reach now`;
  // The roll as thick as it is now, drawn larger than life so that it can be seen growing.
  const roll = Math.min(20, 7 + rollGrowth(machine.frame, rolled) / 2.5);
  return (
    <aside className="strip" aria-label="The quilt on the poles">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width={WIDTH}
        height="100%"
        preserveAspectRatio="xMidYMin meet"
        role={wide ? 'group' : 'img'}
        aria-label={title}
      >
        <title>{title}</title>
        <defs>
          <pattern id="stitched-pass" width="6" height="6" patternUnits="userSpaceOnUse">
            <path d="M0 6L6 0" stroke={MOORLAND.moss} strokeWidth={1.2} opacity={0.7} />
          </pattern>
        </defs>
        <Pole x={left} width={width * scale} y={22} half={roll} name="take-up" />
        <g transform={`translate(${left} ${TOP}) scale(${scale})`}>
          {Object.values(records.regions).map((region) => (
            <polygon
              key={region.id}
              points={outlineOf(region.shape)
                .map((p) => applyToPoint(lie, p))
                .map((p) => `${p.x},${p.y}`)
                .join(' ')}
              fill={filled.has(region.id) ? '#B9C6CD' : '#FBF8EE'}
              stroke="#b3a88c"
              strokeWidth={0.5 / scale}
            />
          ))}
          {rows.map((row) => {
            const ys = row.ring.map((p) => applyToPoint(lie, p).y);
            const y = (Math.min(...ys) + Math.max(...ys)) / 2;
            return <path key={row.row} d={`M0 ${y}H${width}`} stroke="#7d93a1" strokeWidth={1 / scale} />;
          })}
        </g>
        {passes.map((pass, i) => {
          const own = pieces.filter((piece) => piece.pass === i);
          const [first, last] = [
            Math.min(...own.map((piece) => piece.top), Infinity),
            Math.max(...own.map((piece) => piece.bottom), -Infinity),
          ];
          if (own.length === 0) return null;
          const [y0, y1] = [TOP + Math.max(0, first) * scale, TOP + Math.min(length, last) * scale];
          return (
            <g key={i}>
              {isDone(i) && <rect x={left} y={y0} width={width * scale} height={y1 - y0} fill="url(#stitched-pass)" />}
              {chosen === i && (
                <rect
                  x={left}
                  y={y0}
                  width={width * scale}
                  height={y1 - y0}
                  fill="none"
                  stroke={MOORLAND.gorse}
                  strokeWidth={3}
                />
              )}
              {wide && (
                <PassLabel
                  band={{ x: left, y: y0, width: width * scale, height: y1 - y0 }}
                  name={`Pass ${i + 1}`}
                  about={isDone(i) ? '● stitched' : `○ ${said(own.map((piece) => piece.name))}`}
                  chosen={chosen === i}
                  onChoose={onChoose && (() => onChoose(i))}
                />
              )}
              {!onStart && i > 0 && (
                <path
                  d={`M${left} ${TOP + pass.from * scale}H${right}`}
                  stroke={MOORLAND.bracken}
                  strokeWidth={1.6}
                  strokeDasharray="4 3"
                />
              )}
            </g>
          );
        })}
        {onStart &&
          passes.map((pass, i) =>
            i === 0 ? null : (
              <Boundary
                key={i}
                pass={i}
                from={pass.from}
                pinned={pass.pinned}
                x0={left - 8}
                x1={right + 4}
                least={(passes[i - 1]?.from ?? 0) + SIXTEENTH}
                most={length}
                toY={(mm) => TOP + mm * scale}
                toMm={(y) => (y - TOP) / scale}
                height={HEIGHT}
                onStart={onStart}
              />
            ),
          )}
        <path
          d={`M${left - 2} ${TOP + rolled * scale}h-4v${reach * scale}h4M${right + 2} ${TOP + rolled * scale}h4v${reach * scale}h-4`}
          fill="none"
          stroke={MOORLAND.gorse}
          strokeWidth={3}
        />
        {mark && <Asked at={applyToPoint(lie, mark)} left={left} scale={scale} />}
        <text x={(left + right) / 2} y={bottom + 18} textAnchor="middle" fontSize={12} fill={MOORLAND.ink}>
          {passes.length > 0 ? counted(passes.length, 'pass') : 'reach'}
        </text>
        <Pole x={left} width={width * scale} y={bottom + 38} half={7} name="belly" />
      </svg>
    </aside>
  );
}

/** As many letters as a label holds. */
const SHORT = 18;

/** A few names in one short line, or how many they are. */
function said(names: readonly string[]): string {
  const text = names.length <= 2 ? names.join(', ') : `${names[0]!} … ${names.at(-1)!}`;
  return text.length <= SHORT || names.length === 1 ? text : counted(names.length, 'piece');
}

function Pole({
  x,
  width,
  y,
  half,
  name,
}: {
  readonly x: number;
  readonly width: number;
  readonly y: number;
  readonly half: number;
  readonly name: string;
}) {
  return (
    <g>
      <rect x={x - 4} y={y - half} width={width + 8} height={2 * half} rx={half} fill="#CBBF9F" stroke="#8F8366" />
      <text x={x + width / 2} y={y + 4} textAnchor="middle" fontSize={10} fill={MOORLAND.ink}>
        {name}
      </text>
    </g>
  );
}

/** The place asked for, on the plan. */
function Asked({ at, left, scale }: { readonly at: ClothPoint; readonly left: number; readonly scale: number }) {
  return (
    <circle
      cx={left + at.x * scale}
      cy={TOP + at.y * scale}
      r={5}
      fill={MOORLAND.gorse}
      stroke={MOORLAND.ink}
      strokeWidth={1.5}
    />
  );
}
