import type { PhotoPoint, PhotoSize } from '@gorse/core';
import { Group, Loader, SimpleGrid, Stack, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { sentenceOf } from '../../api/api.ts';
import { photos } from '../../photo-worker/photos.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { PHOTO, TakeFile } from '../../ui/take-file.tsx';
import { firstPoints, pointsSized } from '../photo/photo-points.ts';
import { PhotoSquarer } from '../photo/photo-squarer.tsx';
import { PointsForm } from '../photo/points-form.tsx';
import { useObjectUrl } from '../photo/use-object-url.ts';
import type { StartProps } from './new-top.ts';

const INCH = 25.4;

type State =
  | { readonly is: 'empty' | 'reading' }
  | { readonly is: 'refused'; readonly why: string }
  | { readonly is: 'read'; readonly photo: PhotoSize & { readonly photo: Blob } };

/** A top traced over a photo: the photo is squared up by the top's corners, and lies under the map. */
export function FromPhoto({ onTop }: StartProps) {
  const [state, setState] = useState<State>({ is: 'empty' });
  const [size, setSize] = useState({ width: 60 * INCH, length: 72 * INCH });
  const [points, setPoints] = useState<readonly PhotoPoint[]>([]);
  const photo = state.is === 'read' ? state.photo : null;
  const url = useObjectUrl(photo?.photo ?? null);
  useEffect(() => {
    onTop(
      photo && {
        ...{ setting: { kind: 'drawn', ...size }, borders: [], patches: [] },
        photo: { ...photo, points },
      },
    );
  }, [photo, points, size, onTop]);
  const take = (file: File): void => {
    setState({ is: 'reading' });
    photos()
      .prepare(file)
      .then((read) => {
        setPoints(firstPoints(read, size));
        setState({ is: 'read', photo: read });
      })
      .catch((error: unknown) => setState({ is: 'refused', why: sentenceOf(error) }));
  };
  const resize = (next: typeof size): void => {
    setPoints(pointsSized(points, size, next));
    setSize(next);
  };
  return (
    <SimpleGrid cols={2} spacing="xl">
      <Stack gap="sm">
        <Group>
          <TakeFile accept={PHOTO} size="sm" onFile={take}>
            {photo ? 'Another photo' : 'Choose the photo'}
          </TakeFile>
        </Group>
        {state.is === 'empty' && (
          <Text>
            Lay the top flat and take it from above, all four corners in the picture; it needn’t be straight. JPEG, PNG
            or WebP. It is kept with the quilt, its longer side made 3,000 pixels at the most.
          </Text>
        )}
        {state.is === 'reading' && <Loader aria-label="Reading the photo" />}
        {state.is === 'refused' && (
          <Text role="alert" fw={600} c="rowan.7">
            {state.why}
          </Text>
        )}
        {photo && (
          <>
            <Text>Type what the top measures, and put the rings on its corners.</Text>
            <SimpleGrid cols={2} spacing="sm">
              <LengthInput
                label="Width"
                value={size.width}
                least={40}
                most={6000}
                onLength={(width) => resize({ ...size, width })}
              />
              <LengthInput
                label="Length"
                value={size.length}
                least={40}
                most={6000}
                onLength={(length) => resize({ ...size, length })}
              />
            </SimpleGrid>
            <PointsForm photo={photo} size={size} points={points} onPoints={setPoints} />
          </>
        )}
      </Stack>
      <div style={{ height: 430, position: 'sticky', top: 70 }}>
        {photo && url && (
          <PhotoSquarer
            url={url}
            photo={photo}
            points={points}
            onMove={(id, onPhoto) => setPoints((now) => now.map((one) => (one.id === id ? { ...one, onPhoto } : one)))}
          />
        )}
      </div>
    </SimpleGrid>
  );
}
