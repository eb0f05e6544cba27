import { type ClothPoint, holdCorner, quiltOf, type Region } from '@gorse/core';
import { Stack } from '@mantine/core';
import { usePlan } from '../../document/plan-store.ts';
import { PlaceInputs } from '../../ui/place-inputs.tsx';
import { make } from './map-hand.ts';

/** Where each corner lies, to be typed: what meets there moves with it. */
export function CornersForm({ region }: { readonly region: Region }) {
  const { size } = usePlan((state) => quiltOf(state.records).map);
  const move = (from: ClothPoint, to: ClothPoint): boolean =>
    make('corner', holdCorner(Object.values(usePlan.getState().records.regions), from).movedTo(to));
  return (
    <Stack gap={6} role="group" aria-label="Where its corners lie">
      {region.shape
        .filter(({ corner }) => corner)
        .map(({ id, at }, i) => (
          <PlaceInputs key={id} at={at} size={size} name={`Corner ${i + 1}`} onPlace={(to) => void move(at, to)} />
        ))}
    </Stack>
  );
}
