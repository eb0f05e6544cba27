import type { DesignAnswer } from '@gorse/contract';
import { boundsOf, type DesignEdit, distance, type Polyline, stitchLength, USUAL_SPI } from '@gorse/core';
import { Select, Text } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { useDesigns, useDesignStrokes } from '../../api/queries.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { Waiting } from '../../ui/waiting.tsx';
import { numbersOf } from '../designs/design-numbers.ts';
import { familyOf, newestRevisions } from '../designs/library-filter.ts';
import { NumberGroups } from '../designs/number-groups.tsx';
import { useSewingPreview } from '../designs/sewing-preview.tsx';
import { useAnalysis, useSewing } from '../designs/use-analysis.ts';
import { Lost } from '../lost.tsx';
import { DeskHeader } from './desk-header.tsx';
import { addEdit, setEdits, withTrim, NO_DRAFT, redoEdit, splitTrim, undoEdit, useDrafts } from './drafts.ts';
import { LinePicture } from './line-picture.tsx';
import { Tools } from './tools.tsx';
import { useEdited } from './use-edited.ts';
import { usePointing } from './use-pointing.ts';
import { useTrim } from '../../ui/use-trim.ts';

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
  const { id, name } = design;
  const style = useLengthStyle();
  const original = useDesignStrokes(id).data ?? null;
  const draft = useDrafts((state) => state.drafts[id] ?? NO_DRAFT);
  const { before, trim } = useMemo(() => splitTrim(draft.edits), [draft.edits]);
  const { strokes: base, refusal } = useEdited(original, before);
  const trimming = useTrim(base, trim, ({ start, end }) => setEdits(id, withTrim(before, start, end)));
  const edit = (change: DesignEdit): void => addEdit(id, change);
  const pointing = usePointing(trimming.lines, edit);
  const settled = trimming.isDragged || trimming.lines.length === 0 ? null : trimming.lines;
  const analysis = useAnalysis(settled);
  const sewing = useSewing(settled, USUAL_SPI);
  // Known at once: a length that is being typed must not go while the line is looked at.
  const size = useMemo(() => sizeOf(trimming.lines), [trimming.lines]);
  const preview = useSewingPreview();
  const [compareId, setCompareId] = useState<string | null>(null);
  const compared = all.find((one) => one.id === compareId);
  const ghost = useDesignStrokes(compareId ?? id).data;
  const others = useMemo(() => newestRevisions(all).filter((one) => familyOf(one) !== familyOf(design)), [all, design]);
  const choices = useMemo(() => comparable(design, all), [design, all]);
  useHotkeys([
    ['mod+Z', () => undoEdit(id)],
    ['mod+shift+Z', () => redoEdit(id)],
    ['Escape', () => pointing.cancel()],
  ]);
  useEffect(() => {
    document.title = `${name} · Gorse`;
  }, [name]);

  if (!base) return <Waiting what="the line" />;
  const [a, b] = pointing.marks;
  return (
    <div className="shell">
      <DeskHeader design={design} draft={draft} />
      <main className="desk" style={{ gridTemplateColumns: 'minmax(0, 1fr) 400px' }}>
        <LinePicture
          name={name}
          trim={trimming}
          pointing={pointing}
          preview={preview}
          places={analysis?.places ?? null}
          compared={compared && ghost ? ghost : null}
        />
        <aside className="card" aria-label="What can be done to the line">
          {refusal !== null && (
            <Text role="alert" c="rowan.7" fw={600} mb="xs">
              {refusal}{' '}
              <button type="button" className="link" onClick={() => undoEdit(id)}>
                Undo it
              </button>
            </Text>
          )}
          <Tools
            facts={analysis?.facts ?? null}
            size={size}
            others={others}
            pointing={pointing.tool}
            measured={a && b ? distance(a, b) : null}
            onPointing={pointing.choose}
            onEdit={(change) => {
              pointing.choose(null);
              edit(change);
            }}
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

function sizeOf(lines: readonly Polyline[]) {
  const box = boundsOf(lines);
  return box && { width: box.maxX - box.minX, height: box.maxY - box.minY };
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
