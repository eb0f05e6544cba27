import type { FramePiece } from '../pieces-in-passes.ts';

/** A row of a name, with what matters of it. */
export const framePiece = (id: string, about: Partial<FramePiece> = {}): FramePiece => ({
  ...{ id, name: id, pass: 0, regionId: null, recipeId: null, outline: [], exactAt: [], corners: [] },
  ...{ isRow: true, top: 0, bottom: 0 },
  ...about,
});
