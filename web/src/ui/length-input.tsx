import { formatLengthNumber, parseLength, unitOf } from '@gorse/core';
import { TextInput, type TextInputProps } from '@mantine/core';
import { type KeyboardEvent, type Ref, useRef, useState } from 'react';
import { useLengthStyle } from './preferences.ts';

interface Props extends Omit<TextInputProps, 'value' | 'onChange' | 'error'> {
  /** Millimetres; null: nothing yet. */
  readonly value: number | null;
  /** Bounds in millimetres, both allowed. */
  readonly least: number;
  readonly most: number;
  /** Called with millimetres when a length within the bounds is entered. */
  readonly onLength: (mm: number) => void;
  /** Shown to 1/32 in where others are to 1/16. */
  readonly fine?: boolean;
  readonly ref?: Ref<HTMLInputElement>;
}

const SIXTEENTH = 25.4 / 16;

/** A length typed as people say it; arrow keys step by 1/16 in, Shift 1/4 in, Alt 1/64 in. */
export function LengthInput({ value, least, most, onLength, fine = false, ...rest }: Props) {
  const chosen = useLengthStyle();
  const style = fine && chosen === 'in16' ? 'in32' : chosen;
  const [draft, setDraft] = useState<string | null>(null);
  const taken = useRef<string | null>(null);
  const shown = draft ?? (value === null ? '' : formatLengthNumber(value, style));
  const read = draft === null ? value : parseLength(draft, style);
  const outside = read !== null && (read < least - 1e-9 || read > most + 1e-9);
  const error =
    draft !== null && read === null
      ? 'Type a length, such as 7 3/8 or 18.7 cm'
      : outside
        ? `From ${formatLengthNumber(least, style)} to ${formatLengthNumber(most, style)} ${unitOf(style)}`
        : null;
  const enter = (): void => {
    // Leaving the field at once after Enter, before it is drawn again, must not take the length a second time.
    if (draft !== null && taken.current !== draft && read !== null && error === null) {
      taken.current = draft;
      onLength(read);
      setDraft(null);
    }
  };
  const step = (event: KeyboardEvent): void => {
    // The first Enter takes the length; only one with nothing left to take may submit a form.
    if (event.key === 'Enter' && draft !== null) {
      event.preventDefault();
      enter();
    }
    if (event.key === 'Escape') setDraft(null);
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    event.preventDefault();
    const size = event.altKey ? SIXTEENTH / 4 : event.shiftKey ? SIXTEENTH * 4 : SIXTEENTH;
    onLength(Math.min(most, Math.max(least, (read ?? value ?? least) + (event.key === 'ArrowUp' ? size : -size))));
    setDraft(null);
  };
  return (
    <TextInput
      {...rest}
      value={shown}
      error={error}
      inputMode="text"
      rightSection={<span style={{ color: 'var(--ink-soft)', fontSize: 13 }}>{unitOf(style)}</span>}
      onChange={(event) => {
        taken.current = null;
        setDraft(event.currentTarget.value);
      }}
      onBlur={enter}
      onKeyDown={step}
    />
  );
}
