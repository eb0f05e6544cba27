import { formatDuration, formatLength, type LengthStyle, type Suggestion, trimmed } from '@gorse/core';
import { Text } from '@mantine/core';
import type { Fitted } from '../../planning-worker/recipe-planner.ts';
import { useLengthStyle } from '../../ui/preferences.ts';
import { FittedPicture } from './fitted-picture.tsx';

interface Props {
  readonly name: string;
  /** What the patch is called. */
  readonly patch: string;
  readonly fitted: Fitted | undefined;
  readonly onChoose: () => void;
}

/** A design as it would lie in the patch, with what speaks for it. */
export function SuggestionTile({ suggestion, ...props }: Props & { readonly suggestion: Suggestion }) {
  const style = useLengthStyle();
  return <FittedTile {...props} words={reasons(suggestion, props.fitted, style)} />;
}

/** A recipe that was kept, as it would lie in the patch. */
export function KeptTile(props: Props) {
  const { fitted } = props;
  return <FittedTile {...props} words={['kept recipe', ...(fitted ? [formatDuration(fitted.seconds)] : [])]} />;
}

/** @param words the most telling first */
export function FittedTile({ name, patch, fitted, words, onChoose }: Props & { readonly words: readonly string[] }) {
  return (
    <button type="button" className="tile" title={words.slice(1).join(', ')} onClick={onChoose}>
      <FittedPicture fitted={fitted} />
      <Text fw={600} truncate mt={2} size="sm">
        {name}
        <span className="visually-hidden"> in {patch}: </span>
      </Text>
      <Text size="xs" truncate>
        {words[0]}
        {words.length > 1 && <span className="visually-hidden">, {words.slice(1).join(', ')}</span>}
      </Text>
    </button>
  );
}

/** What speaks for it and against. */
function reasons(
  { stretch, shear, spacing, fills, gap }: Suggestion,
  fitted: Fitted | undefined,
  style: LengthStyle,
): string[] {
  return [
    stretch < 0.005 ? 'no stretch' : `stretch ${trimmed(100 * stretch, 1)} %`,
    ...(Math.abs(shear) > 0.01 ? [`shear ${trimmed((180 / Math.PI) * Math.abs(shear), 1)}°`] : []),
    ...(spacing === null ? [] : [`lines ${formatLength(spacing, style)} apart`]),
    `fills ${trimmed(100 * fills, 0)} %`,
    ...(gap === null ? [] : [`begins or ends ${formatLength(gap, style)} from a neighbour`]),
    ...(fitted ? [formatDuration(fitted.seconds)] : []),
  ];
}
