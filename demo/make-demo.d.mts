import type { Border, KeepOutRecord, PlanDiff, Region, RowSetRecord, Setting } from '@gorse/core';

export function makeDemo(base: string): Promise<void>;
export const HARBOUR_LIGHTS: { readonly name: string; readonly setting: Setting; readonly borders: readonly Border[] };
export const GUILLEMOT_MESS: typeof HARBOUR_LIGHTS;
export function messEdit(
  designs: readonly { readonly id: string; readonly file: string }[],
  regions: Readonly<Record<string, Region>>,
): PlanDiff;
export function harbourRows(designId: string): RowSetRecord;
export function harbourLabel(): KeepOutRecord;
