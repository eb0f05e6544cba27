import type { FitKind } from '@gorse/core';
import { ApexForm } from './apex-form.tsx';
import { BendForm } from './bend-form.tsx';
import type { FitView } from './fit-view.ts';
import { PlaceForm } from './place-form.tsx';
import { TurnForm } from './turn-form.tsx';

/** The fits on the card. */
export const FIT_VIEWS: { readonly [K in FitKind]: FitView<K> } = {
  place: {
    name: 'Place',
    words:
      'Keeps a size of its own, and lays a point of the design on a point of the patch: drag the ring on the cloth, or type it.',
    Form: PlaceForm,
  },
  contain: { name: 'Contain', words: 'Keeps the proportions: the largest that lies inside.', Form: TurnForm },
  fill: { name: 'Fill', words: 'Stretches the design, across and down, to fill the patch.', Form: null },
  threePoint: {
    name: 'Triangle',
    words:
      'Takes the design’s point and the ends of its bottom to the three corners, exactly; at the frame to the corners as touched.',
    Form: ApexForm,
  },
  corners: {
    name: 'Corners',
    words: 'Bends the design to the patch’s four corners, and at the frame to the corners as touched.',
    Form: BendForm,
  },
  edges: {
    name: 'Edges',
    words: 'Bends the design to all four edges as they wander, and at the frame to every touch along them.',
    Form: null,
  },
  along: {
    name: 'Along',
    words: 'Runs the design along a strip, evenly by the length of its middle, bent with its long edges.',
    Form: null,
  },
};
