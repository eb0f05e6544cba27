import { ActionIcon, Button, Group, Stack } from '@mantine/core';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { LengthInput } from './length-input.tsx';

/** Some lengths, each changed or taken away by itself, and a button for one more. */
export function LengthList({
  values,
  labelOf,
  least,
  most,
  mostOf,
  next,
  add,
  onValues,
}: {
  readonly values: readonly number[];
  /** What one is called, counted from 1. */
  readonly labelOf: (number: number) => string;
  readonly least: number;
  readonly most: number;
  /** There are no more of them. */
  readonly mostOf: number;
  /** What one more is at first, mm. */
  readonly next: number;
  /** What the button says. */
  readonly add: string;
  readonly onValues: (values: readonly number[]) => void;
}) {
  return (
    <Stack gap="sm">
      {values.map((value, i) => (
        <Group key={i} gap="xs" align="flex-end" wrap="nowrap">
          <LengthInput
            label={labelOf(i + 1)}
            style={{ flex: 1 }}
            value={value}
            least={least}
            most={most}
            onLength={(mm) => onValues(values.with(i, mm))}
          />
          <ActionIcon
            variant="default"
            size={36}
            aria-label={`Take line ${i + 1} away`}
            onClick={() => onValues(values.toSpliced(i, 1))}
          >
            <IconTrash size={16} />
          </ActionIcon>
        </Group>
      ))}
      <Button
        variant="default"
        leftSection={<IconPlus size={16} />}
        disabled={values.length >= mostOf}
        onClick={() => onValues([...values, next])}
      >
        {add}
      </Button>
    </Stack>
  );
}
