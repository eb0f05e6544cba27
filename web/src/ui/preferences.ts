import type { LengthStyle } from '@gorse/core';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

interface Preferences {
  readonly lengthStyle: LengthStyle;
}

/** How this person likes numbers; kept in the browser. */
export const usePreferences = create<Preferences>()(
  persist((): Preferences => ({ lengthStyle: 'in16' }), {
    name: 'gorse-preferences',
    storage: createJSONStorage(() => localStorage),
  }),
);

export const useLengthStyle = (): LengthStyle => usePreferences((state) => state.lengthStyle);
