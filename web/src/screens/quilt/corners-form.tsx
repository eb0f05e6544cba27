import { clothPoint, type Control, holdCorner, quiltOf, type Region } from '@gorse/core';
import { SimpleGrid, Text } from '@mantine/core';
import { usePlan } from '../../document/plan-store.ts';
import { LengthInput } from '../../ui/length-input.tsx';
import { make } from './map-hand.ts';

/** Where each corner lies, to be typed: what meets there moves with it. */
export function CornersForm({ region }: { readonly region: Region }) {
  const { size } = usePlan((state) => quiltOf(state.records).map);
  const corners = region.shape.filter(({ corner }) => corner);
  const move = ({ at }: Control, x: number, y: number): void => {
    make('corner', holdCorner(Object.values(usePlan.getState().records.regions), at).movedTo(clothPoint(x, y)));
  };
  return (
    <SimpleGrid cols={2} spacing={6} role="group" aria-label="Where its corners lie">
      <Text size="xs">From the left edge</Text>
      <Text size="xs">From the top edge</Text>
      {corners.flatMap((control, i) => [
        <LengthInput
          key={`${control.id} x`}
          aria-label={`Corner ${i + 1}, from the left`}
          size="xs"
          value={control.at.x}
          least={0}
          most={size.width}
          onLength={(x) => move(control, x, control.at.y)}
        />,
        <LengthInput
          key={`${control.id} y`}
          aria-label={`Corner ${i + 1}, from the top`}
          size="xs"
          value={control.at.y}
          least={0}
          most={size.length}
          onLength={(y) => move(control, control.at.x, y)}
        />,
      ])}
    </SimpleGrid>
  );
}
