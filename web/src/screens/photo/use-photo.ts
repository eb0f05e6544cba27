import { type PhotoRecord, type Size, squareUp } from '@gorse/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from '../../api/api.ts';
import { photos } from '../../photo-worker/photos.ts';

/** The photo of a quilt as it is kept; it never changes. */
const kept = (quiltId: string, photoId: string) => ({
  queryKey: ['photo', quiltId, photoId],
  queryFn: () => api.photo(quiltId, photoId),
  staleTime: Infinity,
});

export const useKeptPhoto = (quiltId: string, photo: PhotoRecord | undefined): Blob | null =>
  useQuery({ ...kept(quiltId, photo?.id ?? ''), enabled: photo !== undefined }).data ?? null;

/** The photo under the map from straight above, ready to be drawn over the top's size; null while there is none to be seen. */
export function usePhotoFromAbove(quiltId: string, photo: PhotoRecord | undefined, size: Size): ImageBitmap | null {
  const blob = useKeptPhoto(quiltId, photo);
  const toPhoto = useMemo(() => photo && squareUp(photo.points, photo)?.toPhoto, [photo]);
  const seen = useQuery({
    queryKey: ['photo from above', quiltId, photo?.id, toPhoto, size.width, size.length],
    queryFn: async () => {
      // Another quilt's may have been open meanwhile.
      await photos().open(blob!);
      return photos().fromAbove(toPhoto!, size);
    },
    enabled: blob !== null && toPhoto !== undefined && photo?.shown === true,
    gcTime: 0,
    staleTime: Infinity,
  });
  return photo?.shown ? (seen.data ?? null) : null;
}
