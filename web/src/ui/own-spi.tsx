import { Switch } from '@mantine/core';
import { NumberEntry } from './number-entry.tsx';

/** Short enough for a tight edge. */
const CLOSE_SPI = 12;

/** Whether something is stitched by stitches per inch of its own, and by how many; null: as the rest. */
export function OwnSpi({
  label,
  where,
  spi,
  onSpi,
}: {
  /** What the switch says. */
  readonly label: string;
  /** Behind "Stitches per inch (SPI)". */
  readonly where: string;
  readonly spi: number | null;
  readonly onSpi: (spi: number | null) => void;
}) {
  return (
    <>
      <Switch
        label={label}
        checked={spi !== null}
        onChange={({ currentTarget }) => onSpi(currentTarget.checked ? CLOSE_SPI : null)}
      />
      {spi !== null && (
        <NumberEntry
          label={`Stitches per inch (SPI) ${where}`}
          min={4}
          max={18}
          step={0.5}
          decimalScale={1}
          value={spi}
          onNumber={onSpi}
        />
      )}
    </>
  );
}
