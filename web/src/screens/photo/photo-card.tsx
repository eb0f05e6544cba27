import type { PhotoPoint, PhotoRecord, Point, Size } from '@gorse/core';
import { Button, Group, Modal, SimpleGrid, Slider, Stack, Switch, Text, Title } from '@mantine/core';
import { useState } from 'react';
import { api } from '../../api/api.ts';
import { changePhoto, layPhoto, removePhoto } from '../../document/photo.ts';
import { cancel, commit, edit, preview } from '../../document/plan-store.ts';
import { photos } from '../../photo-worker/photos.ts';
import { tellError } from '../../ui/notices.ts';
import { PHOTO, TakeFile } from '../../ui/take-file.tsx';
import { firstPoints } from './photo-points.ts';
import { PhotoSquarer } from './photo-squarer.tsx';
import { PointsForm } from './points-form.tsx';
import { useObjectUrl } from './use-object-url.ts';
import { useKeptPhoto } from './use-photo.ts';

interface Props {
  readonly quiltId: string;
  readonly photo: PhotoRecord | undefined;
  readonly size: Size;
}

/** The photo under the map: laid there, made pale, squared up anew, taken away. */
export function PhotoCard({ quiltId, photo, size }: Props) {
  const [busy, setBusy] = useState(false);
  const [squaring, square] = useState(false);
  const lay = (file: File): void => {
    setBusy(true);
    photos()
      .prepare(file)
      .then(async (read) => {
        const { id } = await api.addPhoto(quiltId, read.photo);
        edit('photo', layPhoto(id, read, firstPoints(read, size)));
        square(true);
      })
      .catch(tellError)
      .finally(() => setBusy(false));
  };
  return (
    <section aria-label="Photo under the map">
      <Stack gap="xs">
        <Title order={2} size="h4">
          Photo
        </Title>
        {photo && (
          <>
            <Switch
              label="Show it under the map"
              checked={photo.shown}
              onChange={(event) => edit('photo shown', changePhoto({ shown: event.currentTarget.checked }))}
            />
            <Text size="sm" id="photo-paleness">
              How pale it is
            </Text>
            <Slider
              aria-labelledby="photo-paleness"
              thumbLabel="How pale the photo is"
              disabled={!photo.shown}
              min={0}
              max={0.9}
              step={0.05}
              value={photo.paleness}
              label={(value) => `${Math.round(100 * value)} %`}
              onChange={(paleness) => preview(changePhoto({ paleness }))}
              onChangeEnd={(paleness) => {
                cancel();
                edit('paleness', changePhoto({ paleness }));
              }}
            />
          </>
        )}
        <Group gap="xs">
          {photo && (
            <Button variant="default" size="compact-md" onClick={() => square(true)}>
              Square it up…
            </Button>
          )}
          <TakeFile accept={PHOTO} size="compact-md" loading={busy} onFile={lay}>
            {photo ? 'Another photo' : 'Lay a photo under the map'}
          </TakeFile>
          {photo && (
            <Button variant="default" size="compact-md" onClick={() => edit('photo taken away', removePhoto)}>
              Take it away
            </Button>
          )}
        </Group>
      </Stack>
      {photo && squaring && (
        <Squaring
          quiltId={quiltId}
          photo={photo}
          size={size}
          onDone={() => {
            commit('photo squared up');
            square(false);
          }}
          onCancel={() => {
            cancel();
            square(false);
          }}
        />
      )}
    </section>
  );
}

/** Where the photo's points lie, on the photo and on the top. */
function Squaring({
  quiltId,
  photo,
  size,
  onDone,
  onCancel,
}: {
  readonly quiltId: string;
  readonly photo: PhotoRecord;
  readonly size: Size;
  readonly onDone: () => void;
  readonly onCancel: () => void;
}) {
  const url = useObjectUrl(useKeptPhoto(quiltId, photo));
  const set = (points: readonly PhotoPoint[]): void => preview(changePhoto({ points }));
  const move = (id: string, onPhoto: Point): void =>
    set(photo.points.map((one) => (one.id === id ? { ...one, onPhoto } : one)));
  return (
    <Modal opened onClose={onCancel} title="Square the photo up" size={1040}>
      <SimpleGrid cols={2} spacing="xl">
        <Stack>
          <Text>
            Put the rings on the corners of the top. More points of which you know where they lie make it surer.
          </Text>
          <PointsForm photo={photo} size={size} points={photo.points} onPoints={set} />
          <Group justify="flex-end">
            <Button variant="default" onClick={onCancel}>
              Leave it as it was
            </Button>
            <Button onClick={onDone}>Done</Button>
          </Group>
        </Stack>
        <div style={{ height: 560 }}>
          {url && <PhotoSquarer url={url} photo={photo} points={photo.points} onMove={move} />}
        </div>
      </SimpleGrid>
    </Modal>
  );
}
