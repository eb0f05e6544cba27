import type { PlanRecords } from '@gorse/core';
import { withoutGoneBorders } from './borders.ts';
import { withoutGoneKeepOuts } from './keep-outs.ts';
import { withoutGonePatches } from './rows.ts';

/** What heeds patches or borders that are gone no longer does. */
export const withoutGone = (records: PlanRecords): PlanRecords =>
  withoutGoneKeepOuts(withoutGoneBorders(withoutGonePatches(records)));
