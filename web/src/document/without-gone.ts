import type { PlanRecords } from '@gorse/core';
import { withoutGoneBorders } from './borders.ts';
import { withoutGonePatches } from './rows.ts';

/** What heeds patches or borders that are gone no longer does. */
export const withoutGone = (records: PlanRecords): PlanRecords => withoutGoneBorders(withoutGonePatches(records));
