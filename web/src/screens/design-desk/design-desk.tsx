import type { DesignAnswer } from '@gorse/contract';
import {
  cornerPlaces,
  type DesignEdit,
  distance,
  lengthOf,
  placeNearest,
  type Point,
  type Polyline,
  stitchLength,
  toRadians,
  trimmedLine,
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

const SPI = 11;
/** Corners that a trimmed end steps to. */
const STEP_CORNER = toRadians(30);

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
  const length = useMemo(() => (base ? base.reduce((sum, stroke) => sum + lengthOf(stroke), 0) : 0), [base]);
  const [dragged, setDragged] = useState<{ readonly end: TrimEnd; readonly cut: number } | null>(null);
  const cuts = dragged ? { ...trim, [dragged.end]: dragged.cut } : trim;
  const lines = useMemo(() => (base ? trimmedLine(base, cuts.start, cuts.end) : []), [base, cuts.start, cuts.end]);
  const cutOff = useMemo(
    () => (base ? [...trimmedLine(base, 0, length - cuts.start), ...trimmedLine(base, length - cuts.end, 0)] : []),
    [base, length, cuts.start, cuts.end],
  );
  const settled = dragged ? null : lines;
  const analysis = useAnalysis(settled?.length ? settled : null);
  const sewing = useSewing(settled?.length ? settled : null, SPI);
  const preview = useSewingPreview();
  const [pointing, setPointing] = useState<PointTool | null>(null);
  const [marks, setMarks] = useState<readonly Point[]>([]);
  const [compareId, setCompareId] = useState<string | null>(null);
  const compared = all.find((one) => one.id === compareId);
  const ghost = useDesignStrokes(compareId ?? id).data;

  useHotkeys([
    ['mod+Z', () => undoEdit(id)],
    ['mod+shift+Z', () => redoEdit(id)],
    ['Escape', () => setPointing(null)],
  ]);
  useEffect(() => {
    document.title = `${design.name} · Gorse`;
  }, [design.name]);

  const edit = (change: DesignEdit): void => {
    setMarks([]);
    setPointing(null);
    addEdit(id, change);
  };
  const cutAt = (end: TrimEnd, along: number): number => Math.max(0, end === 'start' ? along : length - along);
  const drag = (p: Point): void => {
    if (!dragged || !base) return;
    const along = placeNearest(base, p, dragged.end === 'start' ? dragged.cut : length - dragged.cut);
    // One end never passes the other.
    const most = length - (dragged.end === 'start' ? trim.end : trim.start) - stitchLength(SPI);
    setDragged({ ...dragged, cut: Math.min(most, cutAt(dragged.end, along)) });
  };
  const drop = (): void => {
    if (!dragged) return;
    setDragged(null);
    if (dragged.cut !== trim[dragged.end]) setEdits(id, withTrim(before, cuts.start, cuts.end));
  };
  const step = (end: TrimEnd, way: 1 | -1, corner: boolean): void => {
    if (!base) return;
    const at = end === 'start' ? trim.start : length - trim.end;
    const along = corner ? nextCorner(base, at, way) : at + way * stitchLength(SPI);
    const cut = cutAt(end, Math.min(length, Math.max(0, along)));
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
                        strokes={base}
                        length={length}
                        trim={cuts}
                        map={map}
                        onGrasp={(end) => setDragged({ end, cut: trim[end] })}
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
            others={newestRevisions(all).filter((one) => familyOf(one) !== familyOf(design))}
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
            data={comparable(design, all)}
            value={compareId}
            onChange={setCompareId}
          />
          {analysis && (
            <NumberGroups
              groups={numbersOf(analysis.facts, sewing, stitchLength(SPI), style)}
              others={compared ? numbersOf(compared.facts, null, stitchLength(SPI), style) : null}
            />
          )}
        </aside>
      </main>
    </div>
  );
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
