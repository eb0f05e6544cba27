import { type Border, diffPlans, type PhotoPoint, type PhotoSize, type Region, type Setting } from '@gorse/core';
import { nanoid } from 'nanoid';
import { api } from '../../api/api.ts';
import { layPhoto } from '../../document/photo.ts';

/** What a new quilt's top is made of. */
export interface NewTop {
  readonly setting: Setting;
  readonly borders: readonly Border[];
  /** Patches that the setting doesn't make by itself. */
  readonly patches: readonly Region[];
  /** A photo to lie under the map. */
  readonly photo?: PhotoSize & { readonly photo: Blob; readonly points: readonly PhotoPoint[] };
}

/** What each way to begin is asked to tell: the top as it stands, or null while there is none. */
export interface StartProps {
  readonly onTop: (top: NewTop | null) => void;
}

/** Puts a quilt on the shelf; gives its id. */
export async function makeTop(name: string, { photo, ...top }: NewTop): Promise<string> {
  const { id } = await api.makeQuilt(name, top);
  if (photo) {
    const kept = await api.addPhoto(id, photo.photo);
    const { records, revision } = await api.quilt(id);
    const diff = diffPlans(records, layPhoto(kept.id, photo, photo.points)(records));
    await api.edit(id, { editId: nanoid(), baseRevision: revision, mark: 'photo', diff });
  }
  return id;
}
