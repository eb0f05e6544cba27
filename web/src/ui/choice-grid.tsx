import { Radio, SimpleGrid, Text, Tooltip } from '@mantine/core';
import type { ReactNode } from 'react';

export interface Choice<T extends string> {
  readonly value: T;
  readonly label: string;
  readonly picture?: ReactNode;
  /** What it comes to, in short lines. */
  readonly about?: readonly string[];
  readonly disabled?: boolean;
  /** Why it can't be chosen. */
  readonly why?: string;
}

/** One of a few things that are too many for a row: large buttons, three beside each other. */
export function ChoiceGrid<T extends string>({
  label,
  value,
  options,
  columns = 3,
  onChoose,
}: {
  readonly label: string;
  readonly value: T | null;
  readonly options: readonly Choice<T>[];
  readonly columns?: number;
  readonly onChoose: (value: T) => void;
}) {
  return (
    <Radio.Group aria-label={label} value={value} onChange={(chosen) => onChoose(chosen)}>
      <SimpleGrid cols={columns} spacing={6} verticalSpacing={6}>
        {options.map((one) => (
          <Tooltip key={one.value} label={one.why} disabled={!one.disabled || !one.why}>
            {/* One that can't be chosen still says why: it lets the pointer through to what holds it. */}
            <div>
              <Radio.Card
                value={one.value}
                aria-label={[one.label, ...(one.about ?? [])].join(', ')}
                className="choice"
                disabled={one.disabled ?? false}
                data-off={one.disabled ? '' : undefined}
              >
                {one.picture && <span className="choice-picture">{one.picture}</span>}
                <Text size="sm" ta="center">
                  {one.label}
                </Text>
                {one.about?.map((line) => (
                  <Text key={line} size="xs" ta="center">
                    {line}
                  </Text>
                ))}
              </Radio.Card>
            </div>
          </Tooltip>
        ))}
      </SimpleGrid>
    </Radio.Group>
  );
}
