import type { BlockGrid, RowSetRecord } from '@gorse/core';

export function makeDemo(base: string): Promise<void>;
export const HARBOUR_LIGHTS: { readonly name: string; readonly grid: BlockGrid };
export function harbourRows(designId: string): RowSetRecord;
