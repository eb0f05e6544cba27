import { formatDuration, type PlanProblem, trimmed } from '@gorse/core';
import type { ShownRecord } from '../../planning-worker/shown.ts';

/** A patch that a proposed change reaches, as it was and as it would be; undefined while it is worked out. */
export interface Reached {
  readonly name: string;
  readonly before: ShownRecord | undefined;
  readonly after: ShownRecord | undefined;
}

/** What a proposed change of a recipe does to the patches that share it, in a few lines. */
export function proposalWords(reached: readonly Reached[]): string[] {
  const known = reached.flatMap(({ name, before, after }) => (before && after ? [{ name, before, after }] : []));
  if (known.length === 0) return ['Working it out…'];
  const seconds = (of: 'before' | 'after'): number => known.reduce((sum, one) => sum + one[of].totals.seconds, 0);
  const stretch = (of: 'before' | 'after'): number => Math.max(0, ...known.map((one) => mostStretch(one[of])));
  const lines: string[] = [];
  const change = (name: string, from: string, to: string): void => {
    if (from !== to) lines.push(`${name}: ${from} → ${to}`);
  };
  change('Time', formatDuration(seconds('before')), formatDuration(seconds('after')));
  change('Largest stretch', percent(stretch('before')), percent(stretch('after')));
  const worse = known.filter(({ before, after }) => after.problems.some((one) => !before.problems.some(isLike(one))));
  const better = known.filter(({ before, after }) => before.problems.some((one) => !after.problems.some(isLike(one))));
  if (worse.length > 0) lines.push(`Newly in the checks: ${listed(worse)}`);
  if (better.length > 0) lines.push(`Mended: ${listed(better)}`);
  if (lines.length === 0) lines.push('Time, stretch and checks stay as they are.');
  return lines;
}

const isLike =
  (one: PlanProblem) =>
  (other: PlanProblem): boolean =>
    other.code === one.code;
const percent = (part: number): string => `${trimmed(100 * part, 1)} %`;
const mostStretch = ({ fit }: ShownRecord): number =>
  fit ? Math.max(Math.abs(fit.distortion.across), Math.abs(fit.distortion.down)) : 0;

/** So many names are read at a glance. */
const NAMED = 5;
const listed = (those: readonly { readonly name: string }[]): string => {
  const names = those.slice(0, NAMED).map(({ name }) => name);
  return those.length > NAMED ? `${names.join(', ')} and ${those.length - NAMED} more` : names.join(', ');
};
