import { type ClothPoint, clothPoint, type Size } from '@gorse/core';
import { SimpleGrid } from '@mantine/core';
import { LengthInput } from './length-input.tsx';

/** A place of a top as two lengths, from its left edge and from its upper one. */
export function PlaceInputs({
  at,
  size,
  name,
  onPlace,
}: {
  readonly at: ClothPoint;
  readonly size: Size;
  /** What lies there. */
  readonly name: string;
  readonly onPlace: (at: ClothPoint) => void;
}) {
  const fields = [
    { where: 'from the left', value: at.x, most: size.width, to: (x: number) => clothPoint(x, at.y) },
    { where: 'from the top', value: at.y, most: size.length, to: (y: number) => clothPoint(at.x, y) },
  ];
  return (
    <SimpleGrid cols={2} spacing="xs" style={{ flex: 1 }}>
      {fields.map(({ where, value, most, to }) => (
        <LengthInput
          key={where}
          label={`${name}, ${where}`}
          size="xs"
          value={value}
          least={0}
          most={most}
          onLength={(mm) => onPlace(to(mm))}
        />
      ))}
    </SimpleGrid>
  );
}
