import { type MapDrawingAnswer, SNAPS } from '@gorse/contract';
import { makeMap, mapTrouble, type ReadAnswers, READABLE, type Region, type RegionKind } from '@gorse/core';
import { FileButton, Button, Group, Loader, SimpleGrid, Stack, Text } from '@mantine/core';
import { IconUpload } from '@tabler/icons-react';
import { useEffect, useMemo, useState } from 'react';
import { api, questionOf, sentenceOf } from '../../api/api.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { UnitsQuestionCard } from '../../ui/units-question.tsx';
import { DrawingReport } from '../quilt/drawing-report.tsx';
import { patchesOfDrawing, scaledDrawing } from '../quilt/drawing-patches.ts';
import { MapPicture } from '../quilt/map-picture.tsx';
import type { StartProps } from './new-top.ts';

/** Lines nearer to each other than a thread's breadth were meant to be one. */
const USUAL_SNAP = 25.4 / 32;

type State =
  | { readonly is: 'empty' | 'reading' }
  | { readonly is: 'refused'; readonly why: string }
  | { readonly is: 'asked'; readonly question: NonNullable<ReturnType<typeof questionOf>> }
  | { readonly is: 'read'; readonly drawing: MapDrawingAnswer };

/** A top read in from a drawing: closed shapes are patches, and all of it can be changed afterwards. */
export function FromDrawing({ onTop }: StartProps) {
  const [file, setFile] = useState<File | null>(null);
  const [answers, setAnswers] = useState<ReadAnswers>({});
  const [snap, setSnap] = useState(USUAL_SNAP);
  const [state, setState] = useState<State>({ is: 'empty' });
  const [kinds, setKinds] = useState<ReadonlyMap<string | null, RegionKind>>(new Map());
  const [scale, setScale] = useState(1);
  useEffect(() => {
    if (!file) return;
    let wanted = true;
    setState({ is: 'reading' });
    void api
      .readMapDrawing(file, snap, answers)
      .then((drawing): State => ({ is: 'read', drawing }))
      .catch((error: unknown): State => {
        const question = questionOf(error);
        return question ? { is: 'asked', question } : { is: 'refused', why: sentenceOf(error) };
      })
      .then((next) => wanted && setState(next));
    return () => {
      wanted = false;
    };
  }, [file, snap, answers]);
  const drawing = state.is === 'read' ? state.drawing : null;
  const scaled = useMemo(() => (drawing ? scaledDrawing(drawing, scale) : null), [drawing, scale]);
  const patches = useMemo((): readonly Region[] => (scaled ? patchesOfDrawing(scaled, kinds) : []), [scaled, kinds]);
  const map = useMemo(() => scaled && makeMap({ kind: 'drawn', ...scaled.size }, []), [scaled]);
  const trouble = map && mapTrouble(map);
  useEffect(() => onTop(map && { setting: map.setting, borders: [], patches }), [map, patches, onTop]);
  const take = (next: File | null): void => {
    if (!next) return;
    setAnswers({});
    setKinds(new Map());
    setScale(1);
    setFile(next);
  };
  return (
    <SimpleGrid cols={2} spacing="xl">
      <Stack gap="sm">
        <Group>
          <FileButton onChange={take} accept=".svg,.dxf,.json,.plt,.hpgl,.csv,.nc,.gcode">
            {(props) => (
              <Button {...props} variant="default" leftSection={<IconUpload size={18} />}>
                {file ? 'Another drawing' : 'Choose the drawing'}
              </Button>
            )}
          </FileButton>
          <Text size="sm">{file?.name}</Text>
        </Group>
        {state.is === 'empty' && (
          <Text>
            Gorse reads {READABLE}. Closed shapes become patches, lines across them become seams, and what lies inside a
            patch without touching its edge becomes appliqué. Layers, or else colours, become kinds.
          </Text>
        )}
        {state.is === 'reading' && <Loader aria-label="Reading the drawing" />}
        {state.is === 'refused' && (
          <Text role="alert" fw={600} c="rowan.7">
            {state.why}
          </Text>
        )}
        {state.is === 'asked' && file && (
          <UnitsQuestionCard
            asked={[{ source: file, question: state.question }]}
            onAnswer={(_, said) => setAnswers(said)}
            onLeaveOut={() => {
              setFile(null);
              setState({ is: 'empty' });
            }}
          />
        )}
        {file && state.is !== 'asked' && (
          <LengthInput
            label="Lines are one seam when nearer than"
            value={snap}
            least={SNAPS.least}
            most={SNAPS.most}
            fine
            onLength={setSnap}
          />
        )}
        {scaled && (
          <>
            <SimpleGrid cols={2} spacing="sm">
              {(['width', 'length'] as const).map((side) => (
                <LengthInput
                  key={side}
                  label={`Finished ${side}`}
                  value={scaled.size[side]}
                  least={40}
                  most={6000}
                  onLength={(mm) => setScale((scale * mm) / scaled.size[side])}
                />
              ))}
            </SimpleGrid>
            {trouble !== null && (
              <Text role="alert" c="rowan.7" fw={600}>
                {trouble}
              </Text>
            )}
            <DrawingReport
              drawing={scaled}
              patches={patches}
              kinds={kinds}
              onKind={(group, kind) => setKinds(new Map(kinds).set(group, kind))}
            />
          </>
        )}
      </Stack>
      <div style={{ height: 430, position: 'sticky', top: 70 }}>
        {map && <MapPicture map={map} drawn={patches} label="How the quilt will look" />}
      </div>
    </SimpleGrid>
  );
}
