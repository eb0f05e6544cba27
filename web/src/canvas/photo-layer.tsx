import type { Size } from '@gorse/core';
import { Group, Image } from 'react-konva';
import { type PatchOutline, Patches } from './patches.tsx';

/** How opaque patches are that lie over a photo. */
const OVER_PHOTO = 0.45;

/** The cloth: its patches, over a photo from straight above where there is one. */
export function PatchesOnPhoto({
  patches,
  photo,
  paleness,
  size,
  scale,
}: {
  readonly patches: readonly PatchOutline[];
  readonly photo: ImageBitmap | null;
  /** From 0, as it is, to 1, which is white. */
  readonly paleness: number;
  /** Of the top, which the photo shows all of. */
  readonly size: Size;
  readonly scale: number;
}) {
  return (
    <>
      {photo && (
        <Image
          image={photo}
          width={size.width}
          height={size.length}
          opacity={1 - paleness}
          perfectDrawEnabled={false}
        />
      )}
      <Group opacity={photo ? OVER_PHOTO : 1}>
        <Patches patches={patches} scale={scale} />
      </Group>
    </>
  );
}
