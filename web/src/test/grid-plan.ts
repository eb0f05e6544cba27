import { evenBorder, plainGrid, type GridSetting, makeMap, newPlan, type PlanRecords } from '@gorse/core';

interface Grid extends Partial<Omit<GridSetting, 'kind'>> {
  readonly border?: number;
}

/** A plan of blocks, 200 mm square unless told otherwise, without sashing or border. */
export function gridPlan({ border = 0, ...setting }: Grid): PlanRecords {
  const usual = { across: 2, down: 2, blockWidth: 200, blockHeight: 200, sashing: 0 };
  return newPlan('Harbour Lights', makeMap(plainGrid({ ...usual, ...setting }), [evenBorder(border)]));
}
