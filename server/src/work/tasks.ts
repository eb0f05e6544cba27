import type { Plan } from '@gorse/core';
import { designFile } from '../export/export-design.ts';
import { quiltFile } from '../export/export-sheet.ts';
import { passSheetsFile } from '../export/pass-sheets.ts';
import { rowSheetFile } from '../export/row-sheet.ts';
import { shoppingSheetFile } from '../export/shopping-sheet.ts';
import type { Refusal } from '../refusal.ts';
import { plannedQuilt, type QuiltToPlan } from './planned.ts';
import { drawnPatches, plannedLines, stitchedLines } from './quilt-picture.ts';
import { editLines, readFile, readMap } from './read-design.ts';
import { layAgain, makeStitchPlan } from './stitch-plan.ts';

/** A task that needs the plan, which is opened where it runs. */
const ofPlan =
  <Input, Result>(work: (plan: Plan, input: Input) => Result) =>
  (input: QuiltToPlan & Input): Result =>
    work(plannedQuilt(input), input);

/** All that is worked out away from the thread that serves. Each is a function of one thing that can be sent. */
export const TASKS = {
  read: readFile,
  readMap,
  edit: editLines,
  designFile,
  quiltFile: ofPlan(quiltFile),
  rowSheet: ofPlan(rowSheetFile),
  passSheets: ofPlan(passSheetsFile),
  shoppingSheet: shoppingSheetFile,
  stitchPlan: ofPlan(makeStitchPlan),
  layAgain,
  plannedLines: ofPlan(plannedLines),
  stitchedLines,
  drawnPatches,
} as const;

type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
export type TaskInput<N extends TaskName> = Parameters<Tasks[N]>[0];
export type TaskResult<N extends TaskName> = Awaited<ReturnType<Tasks[N]>>;

/** How it came out: a result, or why it can't be done. */
export type Outcome =
  { readonly result: unknown } | { readonly refusal: Pick<Refusal, 'code' | 'message' | 'details'> };

/** What the thread says: that a task was begun, and how it came out. */
export type FromWorker = 'begun' | Outcome;
