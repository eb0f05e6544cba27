import { applyToPolyline, scaling } from '../geometry/affine.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { LARGEST_COORDINATE, MOST_POINTS } from '../tolerances.ts';
import {
  closedLine,
  isClosed,
  joinedLines,
  type LineEnd,
  movedStart,
  reversedLine,
  splitLine,
  trimmedLine,
} from './edit-line.ts';
import { resampled, smoothed, withoutCrumbs, withoutDoubled } from './mend-line.ts';

/** One change to a design's lines. Places and lengths in millimetres, places along the sewing line with all strokes laid end to end. */
export type DesignEdit =
  | { readonly kind: 'trim'; readonly start: number; readonly end: number }
  | { readonly kind: 'reverse' }
  | { readonly kind: 'split'; readonly at: number }
  | { readonly kind: 'join'; readonly designId: string; readonly own: LineEnd; readonly other: LineEnd }
  | { readonly kind: 'close' }
  | { readonly kind: 'moveStart'; readonly at: number }
  | { readonly kind: 'smooth'; readonly amount: number }
  | { readonly kind: 'dropCrumbs'; readonly shortest: number }
  | { readonly kind: 'resample'; readonly step: number }
  | { readonly kind: 'dropDoubled' }
  | { readonly kind: 'scale'; readonly factor: number };

export const DESIGN_EDIT_KINDS = [
  'trim',
  'reverse',
  'split',
  'join',
  'close',
  'moveStart',
  'smooth',
  'dropCrumbs',
  'resample',
  'dropDoubled',
  'scale',
] as const satisfies readonly DesignEdit['kind'][];

/** An edit that can't be made here: a sentence that says why and what to do. */
export interface EditRefusal {
  readonly refusal: string;
}
export type Edited = readonly Polyline[] | EditRefusal;

/** Edits of which one can't be made, with the strokes as they are before it. */
export interface StoppedEdits extends EditRefusal {
  readonly before: readonly Polyline[];
}

export const isRefusal = <R extends EditRefusal>(edited: readonly Polyline[] | R): edited is R => 'refusal' in edited;

const NOTHING_LEFT = 'This would leave no line at all. Cut off less.';

/** The strokes after one edit; the given ones stay as they are. `designOf` gives the strokes of another design, for joining. */
export function applyEdit(
  strokes: readonly Polyline[],
  edit: DesignEdit,
  designOf: (id: string) => readonly Polyline[] | undefined,
): Edited {
  const edited = editedLines(strokes, edit, designOf);
  if ('refusal' in edited) return edited;
  if (edited.length === 0) return { refusal: NOTHING_LEFT };
  if (edited.reduce((sum, stroke) => sum + stroke.length / 2, 0) > MOST_POINTS)
    return { refusal: 'This would make more points than Gorse keeps. Take a longer step.' };
  const bounds = boundsOf(edited)!;
  const reach = Math.max(-bounds.minX, -bounds.minY, bounds.maxX, bounds.maxY);
  if (!(reach <= LARGEST_COORDINATE)) return { refusal: 'This would be larger than any quilt. Take a smaller size.' };
  return edited;
}

/** All edits, one after the other; stops at the first that can't be made. */
export function applyEdits(
  strokes: readonly Polyline[],
  edits: readonly DesignEdit[],
  designOf: (id: string) => readonly Polyline[] | undefined,
): readonly Polyline[] | StoppedEdits {
  let before = strokes;
  for (const edit of edits) {
    const edited = applyEdit(before, edit, designOf);
    if (isRefusal(edited)) return { ...edited, before };
    before = edited;
  }
  return before;
}

function editedLines(
  strokes: readonly Polyline[],
  edit: DesignEdit,
  designOf: (id: string) => readonly Polyline[] | undefined,
): Edited {
  switch (edit.kind) {
    case 'trim':
      return trimmedLine(strokes, edit.start, edit.end);
    case 'reverse':
      return reversedLine(strokes);
    case 'split':
      return splitLine(strokes, edit.at);
    case 'join': {
      const other = designOf(edit.designId);
      return other
        ? joinedLines(strokes, edit.own, other, edit.other)
        : { refusal: 'The other design is not in the library any more. Choose another one.' };
    }
    case 'close':
      return strokes.every(isClosed) ? { refusal: 'The line is closed already.' } : closedLine(strokes);
    case 'moveStart':
      return (
        movedStart(strokes, edit.at) ?? {
          refusal: 'Only a closed line can start elsewhere. Close it first, or trim it.',
        }
      );
    case 'smooth':
      return smoothed(strokes, edit.amount);
    case 'dropCrumbs':
      return withoutCrumbs(strokes, edit.shortest);
    case 'resample':
      return resampled(strokes, edit.step);
    case 'dropDoubled':
      return withoutDoubled(strokes);
    case 'scale':
      return strokes.map((stroke) => applyToPolyline(scaling(edit.factor, edit.factor), stroke));
  }
}
