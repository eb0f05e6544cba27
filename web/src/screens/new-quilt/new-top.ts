import type { Border, Region, Setting } from '@gorse/core';
import { api } from '../../api/api.ts';

/** What a new quilt's top is made of. */
export interface NewTop {
  readonly setting: Setting;
  readonly borders: readonly Border[];
  /** Patches that the setting doesn't make by itself. */
  readonly patches: readonly Region[];
}

/** What each way to begin is asked to tell: the top as it stands, or null while there is none. */
export interface StartProps {
  readonly onTop: (top: NewTop | null) => void;
}

/** Puts a quilt on the shelf; gives its id. */
export async function makeTop(name: string, top: NewTop): Promise<string> {
  const { id } = await api.makeQuilt(name, top);
  return id;
}
