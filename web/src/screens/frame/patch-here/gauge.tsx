import { formatLength } from '@gorse/core';
import { SegmentedControl, Text } from '@mantine/core';
import { useState } from 'react';
import { LengthInput } from '../../../ui/length-input.tsx';
import { useLengthStyle } from '../../../ui/preferences.ts';
import { useBegun } from './begun.ts';

const SIDES = [
  { value: 'on', label: 'On the seam' },
  { value: 'inside', label: 'Inside it' },
  { value: 'outside', label: 'Outside' },
] as const;

/** A quarter of an inch: what most feet measure from the needle to their edge. */
const FOOT = 6.35;

/** Where the needle stands when the foot's edge or a ruler's lies on the seam: it is reckoned with at every touch of a patch. */
export function Gauge() {
  const style = useLengthStyle();
  const inside = useBegun((state) => state.inside);
  const [distance, setDistance] = useState(Math.abs(inside) || FOOT);
  const side = inside === 0 ? 'on' : inside > 0 ? 'inside' : 'outside';
  const put = (to: string, by: number): void => {
    useBegun.setState({ inside: to === 'on' ? 0 : to === 'inside' ? by : -by });
  };
  return (
    <details>
      <summary style={{ fontSize: 16, cursor: 'pointer', minHeight: 32 }}>
        Gauge: the needle stands {side === 'on' ? 'on the seam' : `${formatLength(Math.abs(inside), style)} ${side} it`}
      </summary>
      <SegmentedControl
        fullWidth
        size="md"
        mt="xs"
        aria-label="Where the needle stands"
        data={[...SIDES]}
        value={side}
        onChange={(to) => put(to, distance)}
      />
      {side !== 'on' && (
        <LengthInput
          mt="xs"
          size="lg"
          label="So far from the seam"
          value={distance}
          least={0.5}
          most={100}
          onLength={(mm) => {
            setDistance(mm);
            put(side, mm);
          }}
        />
      )}
      <Text fz={14} mt={4}>
        With the foot’s edge or a ruler on the seam, the needle stands beside it. Gorse puts the seam where it is.
      </Text>
    </details>
  );
}
