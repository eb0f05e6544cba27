import type { DesignAnswer } from '@gorse/contract';
import {
  boundsOf,
  cornerPlaces,
  type DesignEdit,
  distance,
  lengthOf,
  placeNearest,
  type Point,
  type Polyline,
  simplify,
  stitchLength,
  toRadians,
  trimmedLine,
  USUAL_SPI,
} from '@gorse/core';
import { Select, Text } from '@mantine/core';
import { useElementSize, useHotkeys } from '@mantine/hooks';
import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { useDesigns, useDesignStrokes } from '../../api/queries.ts';
import { LineView, onPicture } from '../../ui/line-view.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';
import { MOORLAND } from '../../ui/theme.ts';
import { Waiting } from '../../ui/waiting.tsx';
import { numbersOf } from '../designs/design-numbers.ts';
import { familyOf, newestRevisions } from '../designs/library-filter.ts';
import { NumberGroups } from '../designs/number-groups.tsx';
import { ScrubBar, useSewingPreview } from '../designs/sewing-preview.tsx';
import { useAnalysis, useSewing } from '../designs/use-analysis.ts';
import { Lost } from '../lost.tsx';
import { addEdit, NO_DRAFT, redoEdit, setEdits, splitTrim, undoEdit, useDrafts, withTrim } from './drafts.ts';
import { DeskHeader } from './desk-header.tsx';
import { type PointTool, Tools } from './tools.tsx';
import { type TrimEnd, TrimHandles } from './trim-handles.tsx';
import { useEdited } from './use-edited.ts';

/** Corners that a trimmed end steps to. */
const STEP_CORNER = toRadians(30);

const NO_LINES: readonly Polyline[] = [];

/** An end of the line in the hand: how much it would cut off, and where the hand is. */
interface Drag {
  readonly end: TrimEnd;
  readonly cut: number;
  readonly to: Point | null;
}

/** The line of one design, to be trimmed and mended; saving makes a new revision. */
export default function DesignDeskPage() {
  const { designId = '' } = useParams();
  const designs = useDesigns();
  const design = designs.data?.find((one) => one.id === designId);
  if (designs.isPending) return <Waiting what="the design" />;
  if (!design) return <Lost />;
  return <DesignDesk key={design.id} design={design} all={designs.data ?? []} />;
}

function DesignDesk({ design, all }: { readonly design: DesignAnswer; readonly all: readonly DesignAnswer[] }) {
  const { id } = design;
  const style = useLengthStyle();
  const { ref, width, height } = useElementSize();
  const original = useDesignStrokes(id).data ?? null;
  const draft = useDrafts((state) => state.drafts[id] ?? NO_DRAFT);
  const { before, trim } = useMemo(() => splitTrim(draft.edits), [draft.edits]);
  const untrimmed = useEdited(original, before);
  const base = untrimmed.strokes;
  // What is dragged is drawn of fewer points, so that it follows the hand whatever the design; its lengths are a little shorter.
  const coarse = useMemo(() => (base ? coarsened(base) : []), [base]);
  const [dragged, setDragged] = useState<Drag | null>(null);
  const drawn = dragged ? coarse : (base ?? NO_LINES);
  const length = useMemo(() => lengthOfAll(drawn), [drawn]);
  const whole = useMemo(() => lengthOfAll(base ?? NO_LINES), [base]);
  const shrink = whole > 0 ? length / whole : 1;
  const cuts = {
    start: dragged?.end === 'start' ? dragged.cut : trim.start * shrink,
    end: dragged?.end === 'end' ? dragged.cut : trim.end * shrink,
  };
  const lines = useMemo(() => trimmedLine(drawn, cuts.start, cuts.end), [drawn, cuts.start, cuts.end]);
  const cutOff = useMemo(
    () => [...trimmedLine(drawn, 0, length - cuts.start), ...trimmedLine(drawn, length - cuts.end, 0)],
    [drawn, length, cuts.start, cuts.end],
  );
  const others = useMemo(() => newestRevisions(all).filter((one) => familyOf(one) !== familyOf(design)), [all, design]);
  const choices = useMemo(() => comparable(design, all), [design, all]);
  const settled = dragged ? null : lines;
  const analysis = useAnalysis(settled?.length ? settled : null);
  const sewing = useSewing(settled?.length ? settled : null, USUAL_SPI);
  const preview = useSewingPreview();
  const [pointing, setPointing] = useState<PointTool | null>(null);
  const [marks, setMarks] = useState<readonly Point[]>([]);
  const [compareId, setCompareId] = useState<string | null>(null);
  const compared = all.find((one) => one.id === compareId);
  const ghost = useDesignStrokes(compareId ?? id).data;

  useHotkeys([
    ['mod+Z', () => undoEdit(id)],
    ['mod+shift+Z', () => redoEdit(id)],
    [
      'Escape',
      () => {
        setPointing(null);
        setDragged(null);
      },
    ],
  ]);
  useEffect(() => {
    document.title = `${design.name} · Gorse`;
  }, [design.name]);

  const edit = (change: DesignEdit): void => {
    setMarks([]);
    setPointing(null);
    addEdit(id, change);
  };
  /** How much of a line is cut off when an end is dragged to a point; one end never passes the other. */
  const cutTo = (strokes: readonly Polyline[], { end, cut }: Drag, to: Point, scale: number): number => {
    const total = lengthOfAll(strokes);
    const along = placeNearest(strokes, to, end === 'start' ? cut * scale : total - cut * scale);
    const most = total - (end === 'start' ? trim.end : trim.start) - stitchLength(USUAL_SPI);
    return Math.max(0, Math.min(most, end === 'start' ? along : total - along));
  };
  const drag = (to: Point): void => {
    if (dragged) setDragged({ ...dragged, cut: cutTo(coarse, dragged, to, 1), to });
  };
  const drop = (): void => {
    if (!dragged) return;
    setDragged(null);
    if (!dragged.to || !base) return;
    const cut = cutTo(base, dragged, dragged.to, 1 / shrink);
    setEdits(id, dragged.end === 'start' ? withTrim(before, cut, trim.end) : withTrim(before, trim.start, cut));
  };
  const step = (end: TrimEnd, way: 1 | -1, corner: boolean): void => {
    if (!base) return;
    const at = end === 'start' ? trim.start : length - trim.end;
    const along = corner ? nextCorner(base, at, way) : at + way * stitchLength(USUAL_SPI);
    const place = Math.min(length, Math.max(0, along));
    const cut = end === 'start' ? place : length - place;
    const other = end === 'start' ? trim.end : trim.start;
    if (cut + other < length)
      setEdits(id, end === 'start' ? withTrim(before, cut, other) : withTrim(before, other, cut));
  };
  const point = (p: Point): void => {
    if (!pointing || lines.length === 0) return;
    if (pointing === 'measure') {
      const next = marks.length >= 2 ? [p] : [...marks, p];
      setMarks(next);
      if (next.length === 2) setPointing(null);
    } else edit({ kind: pointing, at: placeNearest(lines, p, null) });
  };

  if (!base) return <Waiting what="the line" />;
  const played = dragged ? null : preview.played;
  return (
    <div className="shell">
      <DeskHeader design={design} draft={draft} />
      <main className="desk" style={{ gridTemplateColumns: 'minmax(0, 1fr) 400px' }}>
        <section className="middle" aria-label="The line">
          <div ref={ref} style={{ minHeight: 0, padding: 8 }}>
            {width > 0 && (
              <LineView
                strokes={lines}
                ghost={compared && ghost ? ghost : cutOff}
                width={width}
                height={height}
                places={played === null ? (analysis?.places ?? null) : null}
                played={played}
                label={`${design.name}: the line as edited`}
                {...(pointing ? { onPoint: point } : {})}
                {...(dragged ? { onPointerMove: drag, onPointerUp: drop } : {})}
              >
                {(map) => (
                  <>
                    {marks.map((p, i) => {
                      const at = onPicture(map, p);
                      return (
                        <path
                          key={i}
                          d={`M${at.x - 8} ${at.y}h16M${at.x} ${at.y - 8}v16`}
                          stroke={MOORLAND.ink}
                          strokeWidth={2}
                        />
                      );
                    })}
                    {played === null && !pointing && (
                      <TrimHandles
                        strokes={drawn}
                        length={length}
                        trim={cuts}
                        map={map}
                        onGrasp={(end) => setDragged({ end, cut: trim[end], to: null })}
                        onStep={step}
                      />
                    )}
                  </>
                )}
              </LineView>
            )}
          </div>
          <div className="tray" style={{ padding: '10px 18px 14px' }}>
            <ScrubBar preview={preview} />
            <Text size="sm" mt={4} c="var(--ink-soft)">
              Drag the ring (start) or the square (end) along the line to trim it. Arrow keys move a chosen one by a
              stitch, with Shift to the next corner.
            </Text>
          </div>
        </section>
        <aside className="card" aria-label="What can be done to the line">
          {untrimmed.refusal !== null && (
            <Text role="alert" c="rowan.7" fw={600} mb="xs">
              {untrimmed.refusal}{' '}
              <button type="button" className="link" onClick={() => undoEdit(id)}>
                Undo it
              </button>
            </Text>
          )}
          <Tools
            facts={analysis?.facts ?? null}
            others={others}
            pointing={pointing}
            measured={marks.length === 2 ? distance(marks[0]!, marks[1]!) : null}
            onPointing={(tool) => {
              setMarks([]);
              setPointing(tool);
            }}
            onEdit={edit}
          />
          <Select
            mt="sm"
            size="xs"
            clearable
            label="Compare with (dashed)"
            placeholder="A revision, or any design"
            searchable
            data={choices}
            limit={60}
            value={compareId}
            onChange={setCompareId}
          />
          {analysis && (
            <NumberGroups
              groups={numbersOf(analysis.facts, sewing, stitchLength(USUAL_SPI), style)}
              others={compared ? numbersOf(compared.facts, null, stitchLength(USUAL_SPI), style) : null}
            />
          )}
        </aside>
      </main>
    </div>
  );
}

const lengthOfAll = (strokes: readonly Polyline[]): number =>
  strokes.reduce((sum, stroke) => sum + lengthOf(stroke), 0);

/** The same to the eye on any screen, with far fewer points. */
function coarsened(strokes: readonly Polyline[]): Polyline[] {
  const box = boundsOf(strokes);
  const size = box ? Math.max(box.maxX - box.minX, box.maxY - box.minY) : 0;
  return strokes.map((stroke) => simplify(stroke, size / 4000));
}

/** The corner, or end of a stroke, before or after a place of the line. */
function nextCorner(strokes: readonly Polyline[], at: number, way: 1 | -1): number {
  const corners = cornerPlaces(strokes, STEP_CORNER);
  const beyond = corners.filter((corner) => (corner - at) * way > 1e-6);
  return (way === 1 ? beyond[0] : beyond.at(-1)) ?? at;
}

function comparable(design: DesignAnswer, all: readonly DesignAnswer[]) {
  const option = (one: DesignAnswer) => ({
    value: one.id,
    label: `${one.name} · revision ${one.revision}${one.revision === 1 ? ', as read' : ''}`,
  });
  const family = all.filter((one) => familyOf(one) === familyOf(design));
  return [
    { group: 'Its revisions', items: family.map(option) },
    { group: 'Other designs', items: all.filter((one) => !family.includes(one)).map(option) },
  ];
}
