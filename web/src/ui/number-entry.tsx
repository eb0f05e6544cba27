import { NumberInput, type NumberInputProps } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import { useState } from 'react';

interface Props extends Omit<NumberInputProps, 'value' | 'onChange' | 'min' | 'max'> {
  readonly value: number;
  readonly min: number;
  readonly max: number;
  /** Called once she has come to rest, on Enter, or on leaving, with another number within the bounds. */
  readonly onNumber: (value: number) => void;
}

/** How long typing or stepping must rest before a number counts, ms: "12" is not 1 and then 12. */
const REST = 500;

/** A number that is typed or stepped to; what depends on it is asked for once, when it is meant. */
export function NumberEntry({ value, min, max, onNumber, ...rest }: Props) {
  const [draft, setDraft] = useState<number | string | null>(null);
  const take = (entered: number | string | null): void => {
    setDraft(null);
    if (typeof entered === 'number' && entered >= min && entered <= max && entered !== value) onNumber(entered);
  };
  const later = useDebouncedCallback(take, REST);
  const now = (): void => {
    later.cancel();
    take(draft);
  };
  return (
    <NumberInput
      {...rest}
      min={min}
      max={max}
      value={draft ?? value}
      onChange={(entered) => {
        if (draft === null && entered === value) return;
        setDraft(entered);
        later(entered);
      }}
      onBlur={now}
      onKeyDown={(event) => event.key === 'Enter' && now()}
    />
  );
}
