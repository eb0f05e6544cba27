import { makeMap, mapTrouble, type Region, type RegionKind } from '@gorse/core';
import { SimpleGrid, Stack, Text } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import { LengthInput } from '../../ui/length-input.tsx';
import { DrawingFile } from '../outlines/drawing-file.tsx';
import { patchesOfDrawing, scaledDrawing } from '../outlines/drawing-patches.ts';
import { DrawingReport } from '../quilt/drawing-report.tsx';
import { MapPicture } from '../outlines/map-picture.tsx';
import { useDrawing } from '../outlines/use-drawing.ts';
import type { StartProps } from './new-top.ts';

/** A top read in from a drawing: closed shapes are patches, and all of it can be changed afterwards. */
export function FromDrawing({ onTop }: StartProps) {
  const read = useDrawing();
  const [kinds, setKinds] = useState<ReadonlyMap<string | null, RegionKind>>(new Map());
  const [scale, setScale] = useState(1);
  useEffect(() => {
    setKinds(new Map());
    setScale(1);
  }, [read.file]);
  const drawing = read.reading.is === 'read' ? read.reading.drawing : null;
  const scaled = useMemo(() => (drawing ? scaledDrawing(drawing, scale) : null), [drawing, scale]);
  const patches = useMemo((): readonly Region[] => (scaled ? patchesOfDrawing(scaled, kinds) : []), [scaled, kinds]);
  const map = useMemo(() => scaled && makeMap({ kind: 'drawn', ...scaled.size }, []), [scaled]);
  const trouble = map && mapTrouble(map);
  useEffect(() => onTop(map && { setting: map.setting, borders: [], patches }), [map, patches, onTop]);
  return (
    <SimpleGrid cols={2} spacing="xl">
      <Stack gap="sm">
        <DrawingFile drawing={read} />
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
