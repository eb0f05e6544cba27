import type { DesignAnswer } from '@gorse/contract';
import { cornersOf, type DesignSpot, type PatchSpot, type Pin, type PlaceRule, type Shape } from '@gorse/core';
import { Fieldset, Group, NumberInput, Select, SimpleGrid, Stack, Switch } from '@mantine/core';
import { setStages } from '../../../document/proposal.ts';
import { LengthInput } from '../../../ui/length-input.tsx';
import type { FitFormProps } from './fit-view.ts';

/** Points of a design that have a name. */
const SPOTS: Readonly<Record<string, { readonly label: string; readonly spot: DesignSpot }>> = {
  centre: { label: 'its centre', spot: { kind: 'box', u: 0.5, v: 0.5 } },
  start: { label: 'its start', spot: { kind: 'line', along: 0 } },
  end: { label: 'its end', spot: { kind: 'line', along: 1 } },
  upperLeft: { label: 'its upper left', spot: { kind: 'box', u: 0, v: 0 } },
  upperRight: { label: 'its upper right', spot: { kind: 'box', u: 1, v: 0 } },
  lowerRight: { label: 'its lower right', spot: { kind: 'box', u: 1, v: 1 } },
  lowerLeft: { label: 'its lower left', spot: { kind: 'box', u: 0, v: 1 } },
};
const ALONG = 'along';
const isSame = (a: DesignSpot, b: DesignSpot): boolean => JSON.stringify(a) === JSON.stringify(b);
const keyOf = (spot: DesignSpot): string => Object.keys(SPOTS).find((key) => isSame(SPOTS[key]!.spot, spot)) ?? ALONG;

/** The corners of a patch of four, as it sits. */
const CORNERS = ['upper left corner', 'upper right corner', 'lower right corner', 'lower left corner'];

/** A scale that can be asked for. */
const BOUNDS = { least: 0.01, most: 100 };

export function PlaceForm({ placementId, fit, shape, design }: FitFormProps<'place'>) {
  const put = (mark: string, change: Partial<PlaceRule>) =>
    setStages(mark, placementId, { fit: { ...fit, ...change } });
  const width = design?.facts.width ?? null;
  return (
    <Stack gap="sm">
      {fit.second === null && (
        <Group grow align="flex-start">
          {width !== null && width > 0 && (
            <LengthInput
              label="Width of one"
              value={width * fit.scale}
              least={width * BOUNDS.least}
              most={Math.min(6000, width * BOUNDS.most)}
              onLength={(mm) => put('size', { scale: mm / width })}
            />
          )}
          <NumberInput
            label="Of drawn size"
            suffix=" %"
            min={100 * BOUNDS.least}
            max={100 * BOUNDS.most}
            decimalScale={1}
            clampBehavior="strict"
            value={Math.round(fit.scale * 1000) / 10}
            onChange={(value) => {
              if (typeof value === 'number' && value >= 1 && value !== Math.round(fit.scale * 1000) / 10)
                put('size', { scale: value / 100 });
            }}
          />
        </Group>
      )}
      <Fieldset legend={fit.second ? 'First point' : 'Where'} p="xs">
        <PinForm pin={fit.pin} shape={shape} onPin={(pin) => put('place', { pin })} />
      </Fieldset>
      <Switch
        label="Two points onto two"
        checked={fit.second !== null}
        onChange={(event) =>
          put('two points', { second: event.currentTarget.checked && design ? besideOf(fit, design.facts) : null })
        }
      />
      {fit.second && (
        <Fieldset legend="Second point" p="xs">
          <PinForm pin={fit.second} shape={shape} onPin={(pin) => put('place', { second: pin })} />
        </Fieldset>
      )}
    </Stack>
  );
}

/** A second point where it lies already: so far from the first as it is drawn. */
function besideOf({ pin: { spot, onto }, scale }: PlaceRule, { width, height }: DesignAnswer['facts']): Pin {
  const from = spot.kind === 'box' ? spot : { u: 0.5, v: 0.5 };
  const other = from.u === 1 && from.v === 0 ? SPOTS.lowerLeft! : SPOTS.upperRight!;
  const to = other.spot as typeof from;
  const [x, y] = [onto.x + (to.u - from.u) * width * scale, onto.y + (to.v - from.v) * height * scale];
  return { spot: other.spot, onto: { ...onto, x, y } };
}

/** Which point of the design lies where in the patch. */
function PinForm({
  pin,
  shape,
  onPin,
}: {
  readonly pin: Pin;
  readonly shape: Shape;
  readonly onPin: (pin: Pin) => void;
}) {
  const { spot, onto } = pin;
  const moved = (change: Partial<PatchSpot>) => onPin({ ...pin, onto: { ...onto, ...change } });
  const spots = Object.entries(SPOTS).map(([value, { label }]) => ({ value, label }));
  const corners = cornersOf(shape);
  const named = corners.map((_, i) => ({
    value: String(i),
    label: corners.length === CORNERS.length ? CORNERS[i]! : `corner ${i + 1}, clockwise`,
  }));
  return (
    <Stack gap="xs">
      <SimpleGrid cols={2} spacing="xs">
        <Select
          label="Put"
          allowDeselect={false}
          data={[...spots, { value: ALONG, label: 'a point on its line' }]}
          value={keyOf(spot)}
          onChange={(value) =>
            value !== null && onPin({ ...pin, spot: SPOTS[value]?.spot ?? { kind: 'line', along: 0.5 } })
          }
        />
        <Select
          label="On the patch’s"
          allowDeselect={false}
          data={[{ value: 'middle', label: 'middle' }, ...named]}
          value={onto.corner === null ? 'middle' : String(onto.corner)}
          onChange={(value) => value !== null && moved({ corner: value === 'middle' ? null : Number(value) })}
        />
      </SimpleGrid>
      {spot.kind === 'line' && keyOf(spot) === ALONG && (
        <NumberInput
          label="How far along its line"
          suffix=" %"
          min={0}
          max={100}
          decimalScale={1}
          clampBehavior="strict"
          value={Math.round(spot.along * 1000) / 10}
          onChange={(value) =>
            typeof value === 'number' && onPin({ ...pin, spot: { kind: 'line', along: value / 100 } })
          }
        />
      )}
      <SimpleGrid cols={2} spacing="xs">
        <LengthInput label="Farther right" value={onto.x} least={-6000} most={6000} onLength={(x) => moved({ x })} />
        <LengthInput label="Farther down" value={onto.y} least={-6000} most={6000} onLength={(y) => moved({ y })} />
      </SimpleGrid>
    </Stack>
  );
}
