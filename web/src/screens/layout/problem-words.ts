import {
  FAR_END,
  formatLength,
  type LengthStyle,
  type Maker,
  OPEN_END,
  type PlanProblem,
  type PlanRecords,
  type ProblemSubject,
  refitted,
  type Remedy,
  stripNames,
  toDegrees,
  trimmed,
  withMargins,
} from '@gorse/core';
import { changeBorder, removeBorder } from '../../document/borders.ts';
import { changeRejoin } from '../../document/keep-outs.ts';
import { changeStages, clearRegions, splitPlacement, stagesOf } from '../../document/recipes.ts';
import { changeRows, removeRows, resetRow } from '../../document/rows.ts';
import { atStart } from '../../ui/words.ts';
import { FIT_VIEWS } from './fits/fit-views.ts';

/** What a problem is about, by name. */
export function nameOf(subject: ProblemSubject, records: PlanRecords): string {
  if (subject.kind === 'borderSet') {
    const set = records.borderSets[subject.id];
    if (subject.side === null || !set) return set?.strips ? 'the design along the strips' : 'the border';
    return stripNames(records, set)(subject.side);
  }
  if (subject.kind === 'rowSet') return subject.row === null ? 'the rows' : `row ${subject.row + 1}`;
  const placement = records.placements[subject.id];
  return (placement && records.regions[placement.regionId]?.name) ?? 'a patch';
}

/** What is wrong, in a sentence. */
export function sentence(problem: PlanProblem, name: string, style: LengthStyle): string {
  switch (problem.code) {
    case 'outsideRegion':
      return `${formatLength(problem.amount, style)} outside ${name} at the farthest.`;
    case 'overSeam':
      return `${formatLength(problem.amount, style)} over the seam of ${name}, as its margin or outline says.`;
    case 'cannotLie':
      return `The fit has no answer in ${name}: two of its points lie on each other, or the patch bends inward.`;
    case 'tooMuch':
      return `What is to be stitched in ${name} is far too much: take fewer repeats, or a smaller size.`;
    case 'outlineLost':
      return `A line of the outline ${formatLength(problem.amount, style)} inside the seam has no room in ${name} and is left out.`;
    case 'differsAcross':
      return `${atStart(name)} comes out ${trimmed(100 * Math.abs(problem.amount), 1)} % ${problem.amount > 0 ? 'wider' : 'narrower'} than the others alike.`;
    case 'differsDown':
      return `${atStart(name)} comes out ${trimmed(100 * Math.abs(problem.amount), 1)} % ${problem.amount > 0 ? 'higher' : 'lower'} than the others alike.`;
    case 'differsShear':
      return `${atStart(name)} is sheared by ${trimmed(Math.abs(toDegrees(problem.amount)), 1)}° ${problem.amount > 0 ? 'more' : 'less'} than the others alike.`;
    case 'tooDense':
      return `Lines in ${name} lie ${formatLength(problem.amount, style)} apart, much nearer than on the rest of the quilt.`;
    case 'tooOpen':
      return `Lines in ${name} lie ${formatLength(problem.amount, style)} apart, much farther than on the rest of the quilt.`;
    case 'farEnds':
      return problem.amount === 1
        ? `${atStart(name)} begins and ends more than ${formatLength(FAR_END, style)} from where any neighbour does: a cut.`
        : `${problem.amount} patches such as ${name} begin and end more than ${formatLength(FAR_END, style)} from where any neighbour does: a cut each.`;
    case 'foldedFit':
      return `The bend folds the design over itself in ${name}.`;
    case 'unsuitedFit':
      return `This fit is for patches of another shape than ${name} has.`;
    case 'tooSharp':
      return `${problem.amount} ${problem.amount === 1 ? 'place' : 'places'} in ${name} too sharp for the stitch length; stitches are shortened there.`;
    case 'muchDoubled':
      return `${formatLength(problem.amount, style)} of ${name} are stitched twice to join what keep-outs cut. Join by “Least doubled”, or do without a link.`;
    case 'openEnds':
      return `${problem.amount} ${problem.amount === 1 ? 'start or end' : 'starts and ends'} in ${name} ${problem.amount === 1 ? 'lies' : 'lie'} in the open, farther than ${formatLength(OPEN_END, style)} from any seam, keep-out or other line: a knot shows there.`;
    case 'cannotRepeat':
      return 'The design doesn’t run from left to right, so its copies can’t be leaned until they join. Set them side by side with a straight line between.';
    case 'rowsOverlap':
      return `${atStart(name)} lies over the one above it by ${formatLength(problem.amount, style)}.`;
    case 'rowsNear':
      return `${atStart(name)} is only ${formatLength(problem.amount, style)} from the one above it.`;
    case 'overEdge':
      return `${atStart(name)} runs ${formatLength(problem.amount, style)} over the edge of the area.`;
    case 'rowsOverPatch':
      return `Rows run over ${problem.amount} ${problem.amount === 1 ? 'patch that holds' : 'patches that hold'} a design of ${problem.amount === 1 ? 'its' : 'their'} own.`;
    case 'wideGap':
      return `A gap of ${formatLength(problem.amount, style)} without a stitch: wider than the batting allows. Lay the rows nearer or smaller.`;
    case 'noBorderRoom':
      return 'What is kept clear, or a count that is held, leaves no room for one repeat on a side or a strip. Keep less clear, or let the count follow.';
    case 'muchStretch':
      return `Repeats of ${name} are ${trimmed(100 * Math.abs(problem.amount), 1)} % ${problem.amount > 0 ? 'longer' : 'shorter'} than drawn. Take another count, other corners or another size.`;
    case 'borderOverPatch':
      return `${atStart(name)} runs over ${problem.amount} ${problem.amount === 1 ? 'place that holds a design of its' : 'places that hold designs of their'} own.`;
    case 'outOfReach':
      if (problem.subject.kind === 'borderSet')
        return `A repeat of ${name} is ${formatLength(problem.amount, style)} deeper than the reach of this frame. Take a smaller size, or load the quilt the other way.`;
      if (problem.subject.kind === 'rowSet')
        return `${atStart(name)} is ${formatLength(problem.amount, style)} deeper than the reach of this frame. Lay smaller rows, or load the quilt the other way.`;
      return `${atStart(name)} is ${formatLength(problem.amount, style)} deeper than the reach of this frame. Stitch it in parts, or load the quilt the other way.`;
    case 'missingDesign':
      return `The design of ${name} is missing from the library. Put another one there.`;
    case 'smallPatch':
      return `A margin of ${formatLength(problem.amount, style)} leaves nothing of ${name}.`;
    case 'nothingToStitch':
      return `There is no stitch in ${name}.`;
  }
}

/** What the remedy's button says. */
export function remedyName(remedy: Remedy, style: LengthStyle): string {
  switch (remedy.kind) {
    case 'margin':
      return `Margin ${formatLength(remedy.margin, style)}`;
    case 'fit':
      return `${FIT_VIEWS[remedy.fit].name} it`;
    case 'stitchesPerInch':
      return `${remedy.stitchesPerInch} SPI`;
    case 'resetRow':
      return `Put row ${remedy.row + 1} back`;
    case 'bridge':
      return 'Side by side';
    case 'leaveOut':
      return remedy.regionIds.length === 1 ? 'Leave it out' : 'Leave them out';
    case 'remove':
      return 'Take it out';
    case 'leaveOutSides':
      return remedy.sides.length === 1 ? 'Leave that one out' : 'Leave those out';
    case 'endsBySeams':
      return 'Start and end by seams';
    case 'split':
      return `Stitch it in ${remedy.parts} parts`;
  }
}

/** The edit that a remedy is. One that doesn't fit its subject changes nothing. */
export function mendWith(remedy: Remedy, subject: ProblemSubject): (records: PlanRecords) => PlanRecords {
  if (remedy.kind === 'endsBySeams') return changeRejoin(makerOf(subject), { ends: 'bySeams' });
  if (subject.kind === 'rowSet') return mendRows(remedy, subject.id);
  if (subject.kind === 'borderSet') return mendBorder(remedy, subject.id);
  return (records) => {
    const placement = records.placements[subject.id];
    const recipe = stagesOf(records, placement);
    if (!placement || !recipe) return records;
    const { fit, stitch } = recipe;
    switch (remedy.kind) {
      case 'remove':
        return clearRegions([placement.regionId])(records);
      case 'margin':
        return changeStages(placement.id, { fit: withMargins(fit, [remedy.margin]) })(records);
      case 'fit':
        return changeStages(placement.id, { fit: refitted(fit, remedy.fit) })(records);
      case 'stitchesPerInch':
        return changeStages(placement.id, { stitch: { ...stitch, stitchesPerInch: remedy.stitchesPerInch } })(records);
      case 'split':
        return splitPlacement(placement.id, remedy.parts)(records);
      default:
        return records;
    }
  };
}

const SOURCES = { placement: 'placements', rowSet: 'rowSets', borderSet: 'borderSets' } as const;

/** The record that a problem is about. */
const makerOf = ({ kind, id }: ProblemSubject): Maker => ({ source: SOURCES[kind], record: id });

function mendRows(remedy: Remedy, id: string): (records: PlanRecords) => PlanRecords {
  return (records) => {
    const set = records.rowSets[id];
    if (!set) return records;
    switch (remedy.kind) {
      case 'remove':
        return removeRows(records);
      case 'resetRow':
        return resetRow(id, remedy.row)(records);
      case 'bridge':
        return changeRows(id, { join: { kind: 'bridge', gap: 0 } })(records);
      case 'leaveOut':
        return changeRows(id, { area: { ...set.area, leaveOut: [...set.area.leaveOut, ...remedy.regionIds] } })(
          records,
        );
      case 'stitchesPerInch':
        return changeRows(id, { stitch: { ...set.stitch, stitchesPerInch: remedy.stitchesPerInch } })(records);
      default:
        return records;
    }
  };
}

function mendBorder(remedy: Remedy, id: string): (records: PlanRecords) => PlanRecords {
  return (records) => {
    const set = records.borderSets[id];
    if (!set) return records;
    switch (remedy.kind) {
      case 'remove':
        return removeBorder(id)(records);
      case 'leaveOutSides':
        return changeBorder(id, { without: [...set.without, ...remedy.sides] })(records);
      case 'stitchesPerInch':
        return changeBorder(id, { stitch: { ...set.stitch, stitchesPerInch: remedy.stitchesPerInch } })(records);
      default:
        return records;
    }
  };
}

const KINDS = { placement: 'placements', rowSet: 'rowSets', borderSet: 'borderSets' } as const;

/** The records of the kind that a problem is about. */
export const recordsOf = (
  { kind }: ProblemSubject,
  records: Pick<PlanRecords, (typeof KINDS)[keyof typeof KINDS]>,
): Readonly<Record<string, object>> => records[KINDS[kind]];

/** Whether it says that a patch comes out otherwise than those that are worked alike. */
export const isDiffering = ({ code }: PlanProblem): boolean => code.startsWith('differs');
