import type { CornerSchool, Through } from '@gorse/core';
import { Sketch } from '../../../ui/sketch.tsx';

/** An upper right corner: how the strip from the left and the one downward meet. */
const MEETINGS: Readonly<Record<string, readonly string[]>> = {
  'deadEnd ends': ['M4 8H44V24H4Z', 'M28 24H44V44H28Z'],
  'deadEnd sides': ['M4 8H28V24H4Z', 'M28 8H44V44H28Z'],
  'pinwheel ends': ['M4 8H28V24H4Z', 'M28 8H44V44H28Z', 'M12 12l8 4l-8 4'],
  'mitre ends': ['M4 8H44L28 24H4Z', 'M44 8V44H28V24Z'],
  'cornerDesign ends': ['M4 8H28V24H4Z', 'M28 24H44V44H28Z', 'M28 16Q36 16 36 24'],
  'cornerstone ends': ['M4 8H28V24H4Z', 'M28 24H44V44H28Z', 'M28 8H44V24H28Z', 'M32 12L40 20M40 12L32 20'],
};

export const CornerSketch = ({ corners, through }: { readonly corners: CornerSchool; readonly through: Through }) => (
  <Sketch>
    {MEETINGS[`${corners} ${corners === 'deadEnd' ? through : 'ends'}`]!.map((d) => (
      <path key={d} d={d} />
    ))}
  </Sketch>
);
