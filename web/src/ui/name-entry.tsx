import { TextInput, type TextInputProps } from '@mantine/core';
import { useState } from 'react';

interface Props extends Omit<TextInputProps, 'value' | 'onChange' | 'error'> {
  readonly value: string;
  /** Names of the others, and what they are: no two are called alike. */
  readonly taken: readonly string[];
  readonly what: string;
  /** Called on Enter or on leaving, with another name that is none of theirs. */
  readonly onName: (name: string) => void;
}

const LONGEST = 120;

/** What something is called; Escape leaves it as it was. */
export function NameEntry({ value, taken, what, onName, ...rest }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const name = draft?.trim() ?? value;
  const trouble =
    name === ''
      ? 'Give it a name'
      : name.length > LONGEST
        ? `Up to ${LONGEST} characters`
        : taken.includes(name)
          ? `Another ${what} is called so`
          : null;
  const take = (): void => {
    if (draft !== null && trouble === null && name !== value) onName(name);
    setDraft(null);
  };
  return (
    <TextInput
      label="Called"
      {...rest}
      value={draft ?? value}
      error={draft !== null && trouble}
      onChange={(event) => setDraft(event.currentTarget.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
        if (event.key === 'Escape') setDraft(null);
      }}
    />
  );
}
