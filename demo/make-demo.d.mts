import type { Border, RowSetRecord, Setting } from '@gorse/core';

export function makeDemo(base: string): Promise<void>;
export const HARBOUR_LIGHTS: { readonly name: string; readonly setting: Setting; readonly borders: readonly Border[] };
export function harbourRows(designId: string): RowSetRecord;
