import { type LengthStyle, type SheetPaper, usualPaper } from '@gorse/core';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

interface Preferences {
  readonly lengthStyle: LengthStyle;
  /** Of sheets that are printed; null: as is usual with the units. */
  readonly paper: SheetPaper | null;
  /** Width of the cloth that backing and binding are cut from, mm. */
  readonly clothWidth: number;
}

/** How this person likes numbers; kept in the browser. */
export const usePreferences = create<Preferences>()(
  persist((): Preferences => ({ lengthStyle: 'in16', paper: null, clothWidth: 1066.8 }), {
    name: 'gorse-preferences',
    storage: createJSONStorage(() => localStorage),
  }),
);

export const useLengthStyle = (): LengthStyle => usePreferences((state) => state.lengthStyle);

export const useSheetPaper = (): SheetPaper =>
  usePreferences(({ paper, lengthStyle }) => paper ?? usualPaper(lengthStyle));
