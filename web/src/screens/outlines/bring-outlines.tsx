import {
  centroid,
  clothPoint,
  type DrawnPiece,
  isRefused,
  laidAt,
  makeMap,
  outlineOf,
  type Region,
  ringBounds,
} from '@gorse/core';
import { Button, Group, Modal, SegmentedControl, Select, SimpleGrid, Stack, Text } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { nanoid } from 'nanoid';
import { useMemo, useState } from 'react';
import { api, sentenceOf } from '../../api/api.ts';
import { useDesigns } from '../../api/queries.ts';
import { usePlan } from '../../document/plan-store.ts';
import { library } from '../../library-worker/library.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { tellError } from '../../ui/notices.ts';
import { DrawingFile } from './drawing-file.tsx';
import { patchesOfDrawing, scaledPieces } from './drawing-patches.ts';
import { MapPicture } from './map-picture.tsx';
import { useDrawing } from './use-drawing.ts';

interface Props {
  readonly title: string;
  /** The patch that they are laid in the middle of. */
  readonly on: Region | undefined;
  /** Width and length of the top, mm. */
  readonly size: { readonly width: number; readonly length: number };
  readonly onClose: () => void;
  /** Puts them on the quilt, each with a name that no patch has; whether it could. */
  readonly onPut: (laid: readonly Region[]) => boolean;
}

/** Outlines that weren't drawn here: read in from a file, or the outer edges of a design. */
export function BringOutlines({ title, on, size, onClose, onPut }: Props) {
  const [from, setFrom] = useState<'file' | 'design'>('file');
  const read = useDrawing();
  const [designId, setDesignId] = useState<string | null>(null);
  const [scale, setScale] = useState(1);
  const designs = useDesigns().data ?? [];
  const outline = useQuery({
    queryKey: ['outline', designId],
    queryFn: async () => library().outline(await api.designStrokes(designId!)),
    enabled: from === 'design' && designId !== null,
    retry: false,
  });
  const ofFile = read.reading.is === 'read' ? read.reading.drawing.pieces : null;
  const pieces: readonly DrawnPiece[] | null = from === 'file' ? ofFile : (outline.data ?? null);
  const patches = useMemo(() => {
    const over = (pieces ?? []).map((piece) => ({ ...piece, group: null, over: true }));
    return patchesOfDrawing({ pieces: scaledPieces(over, scale) }, new Map());
  }, [pieces, scale]);
  const box = patches.length > 0 ? ringBounds(patches.flatMap(({ shape }) => outlineOf(shape))) : null;
  const width = box ? box.maxX - box.minX : 0;
  const length = box ? box.maxY - box.minY : 0;
  const isTooLarge = width > size.width || length > size.length;
  const put = (): void => {
    const middle = on ? centroid(outlineOf(on.shape)) : clothPoint(size.width / 2, size.length / 2);
    const { regions } = usePlan.getState().records;
    const laid = laidAt(Object.values(regions), patches, middle, () => nanoid(10));
    if (isRefused(laid)) tellError(new Error(laid.refusal));
    else if (onPut(laid.put)) onClose();
  };
  return (
    <Modal opened onClose={onClose} title={title} size={860}>
      <SimpleGrid cols={2} spacing="xl">
        <Stack gap="sm">
          <SegmentedControl
            aria-label="Where the outline comes from"
            value={from}
            onChange={(next) => {
              setFrom(next);
              setScale(1);
            }}
            data={[
              { value: 'file', label: 'A drawing' },
              { value: 'design', label: 'A design’s outline' },
            ]}
          />
          {from === 'file' && <DrawingFile drawing={read} />}
          {from === 'design' && (
            <Select
              label="Design"
              placeholder={designs.length === 0 ? 'The library is empty' : 'Choose one of the library'}
              searchable
              value={designId}
              data={designs.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={setDesignId}
            />
          )}
          {from === 'design' && outline.error && (
            <Text role="alert" fw={600} c="rowan.7">
              {sentenceOf(outline.error)}
            </Text>
          )}
          {box && (
            <SimpleGrid cols={2} spacing="sm">
              <LengthInput
                label="Width of it all"
                value={width}
                least={5}
                most={size.width}
                onLength={(mm) => setScale((scale * mm) / width)}
              />
              <LengthInput
                label="Height of it all"
                value={length}
                least={5}
                most={size.length}
                onLength={(mm) => setScale((scale * mm) / length)}
              />
            </SimpleGrid>
          )}
          {isTooLarge && <Text role="alert">It is larger than the top. Type a smaller width.</Text>}
        </Stack>
        <Stack>
          <div style={{ height: 300 }}>
            {box && (
              <MapPicture map={makeMap({ kind: 'drawn', width, length }, [])} drawn={patches} label="The outlines" />
            )}
          </div>
          <Text size="sm" c="var(--ink-soft)">
            They are laid in the middle of {on ? on.name : 'the top'}; drag them to where they belong.
          </Text>
          <Group justify="flex-end">
            <Button variant="default" onClick={onClose}>
              Cancel
            </Button>
            <Button disabled={patches.length === 0 || isTooLarge} onClick={put}>
              Put on the quilt
            </Button>
          </Group>
        </Stack>
      </SimpleGrid>
    </Modal>
  );
}
