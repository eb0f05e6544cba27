import {
  type ClothPoint,
  MOST_PHOTO_POINTS,
  type PhotoPoint,
  type PhotoSize,
  type Size,
  turnedPoints,
} from '@gorse/core';
import { ActionIcon, Button, Group, Stack, Text } from '@mantine/core';
import { IconRotateClockwise, IconX } from '@tabler/icons-react';
import { PlaceInputs } from '../../ui/place-inputs.tsx';
import { useLengthStyle } from '../../ui/preferences.ts';
import { anotherPoint, verdictOf } from './photo-points.ts';

interface Props {
  readonly photo: PhotoSize;
  readonly size: Size;
  readonly points: readonly PhotoPoint[];
  readonly onPoints: (points: readonly PhotoPoint[]) => void;
}

/** How well the points agree, a photo that lies on its side, and points beyond the corners with where they lie on the top. */
export function PointsForm({ photo, size, points, onPoints }: Props) {
  const style = useLengthStyle();
  const set = (id: string, at: ClothPoint): void =>
    onPoints(points.map((one) => (one.id === id ? { ...one, at } : one)));
  return (
    <Stack gap="xs">
      <Text role="status" fw={600}>
        {verdictOf(points, photo, style)}
      </Text>
      <Group gap="xs">
        <Button
          size="compact-md"
          variant="default"
          leftSection={<IconRotateClockwise size={16} />}
          title="The top lies on its side in the photo: its corners are counted from the next one"
          onClick={() => onPoints(turnedPoints(points, -1))}
        >
          Turn it
        </Button>
        <Button
          size="compact-md"
          variant="default"
          disabled={points.length >= MOST_PHOTO_POINTS}
          onClick={() => onPoints([...points, anotherPoint(points, photo, size)])}
        >
          Another point
        </Button>
      </Group>
      {points.slice(4).map(({ id, at }, i) => (
        <Group key={id} gap="xs" align="flex-end" wrap="nowrap" role="group" aria-label={`Point ${i + 5}`}>
          <PlaceInputs at={at} size={size} name={`Point ${i + 5}`} onPlace={(to) => set(id, to)} />
          <ActionIcon
            variant="default"
            size="lg"
            aria-label={`Take point ${i + 5} away`}
            onClick={() => onPoints(points.filter((one) => one.id !== id))}
          >
            <IconX size={16} />
          </ActionIcon>
        </Group>
      ))}
    </Stack>
  );
}
