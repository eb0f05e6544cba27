import type { LineUpView } from '@gorse/core';
import { Button, Group, Text } from '@mantine/core';
import { useLengthStyle } from '../../ui/preferences.ts';
import { disagreementWords } from './frame-words.ts';
import type { Ways } from './side-ways.tsx';

const BUTTON = { mih: 56, h: 'auto', fz: 17, px: 8, py: 8, variant: 'default' } as const;

/** Touches that can't all be right: the one to make once more, and, once it is known, the wrong one to leave out. */
export function Disagreeing({
  touches,
  again,
  distance,
  ways,
}: NonNullable<LineUpView['disagreement']> & { readonly ways: Ways }) {
  const style = useLengthStyle();
  const names = touches.map((id) => ways.nameOfTouch(id));
  return (
    <div role="alert" style={{ border: '2px solid var(--mantine-color-rowan-6)', borderRadius: 8, padding: 10 }}>
      <Text fz={17} fw={600}>
        {disagreementWords(names, again === null, distance, style)}
      </Text>
      <Group grow mt={6}>
        {again === null ? (
          <Button {...BUTTON} onClick={() => ways.onDropTouch(touches[0]!)}>
            Leave it out
          </Button>
        ) : (
          <Button {...BUTTON} styles={{ label: { whiteSpace: 'normal' } }} onClick={() => ways.onRepeatTouch(again)}>
            Touch the {ways.placeOfTouch(again)} again
          </Button>
        )}
      </Group>
    </div>
  );
}
