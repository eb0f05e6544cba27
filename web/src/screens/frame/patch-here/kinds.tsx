import type { TouchedAs } from '@gorse/core';
import type { ReactNode } from 'react';
import { MOORLAND } from '../../../ui/theme.ts';

/** A way to touch a patch that isn't on the map. */
interface Kind {
  readonly as: TouchedAs;
  readonly label: string;
  readonly picture: ReactNode;
  /** What to put the needle over, of the touch that comes next, counted from 0. */
  readonly place: (nth: number) => string;
}

const NTH = ['first', 'second', 'third', 'fourth'];
const dot = (x: number, y: number) => (
  <circle key={`${x} ${y}`} cx={x} cy={y} r={4} fill={MOORLAND.gorse} stroke={MOORLAND.slate} />
);

/** The ways, as they are offered; another is a line here and in the core's list. */
export const KINDS: readonly Kind[] = [
  {
    as: 'box',
    label: 'Two corners',
    picture: [<path key="p" d="M8 12H40V36H8Z" />, dot(8, 12), dot(40, 36)],
    place: (nth) => (nth === 0 ? 'one corner of the box' : 'opposite corner'),
  },
  {
    as: 'four',
    label: 'Four corners',
    picture: [<path key="p" d="M7 10L41 14L38 38L10 35Z" />, dot(7, 10), dot(41, 14), dot(38, 38), dot(10, 35)],
    place: (nth) => `${NTH[nth] ?? 'next'} corner, going round`,
  },
  {
    as: 'triangle',
    label: 'Three corners',
    picture: [<path key="p" d="M24 8L42 38H6Z" />, dot(24, 8), dot(42, 38), dot(6, 38)],
    place: (nth) => `${NTH[nth] ?? 'next'} corner`,
  },
  {
    as: 'round',
    label: 'All round',
    picture: [
      <path key="p" d="M9 14Q24 2 39 14T36 36Q22 44 10 36Q4 26 9 14Z" />,
      dot(9, 14),
      dot(39, 14),
      dot(36, 36),
      dot(10, 36),
    ],
    place: (nth) => (nth === 0 ? 'a corner to begin with' : 'next place along its edge'),
  },
  {
    as: 'sized',
    label: 'A size I type',
    picture: [<path key="p" d="M8 12H40V36H8Z" strokeDasharray="4 3" />, dot(8, 12)],
    place: () => 'upper left corner of the box',
  },
];

export const kindOf = (as: TouchedAs): Kind => KINDS.find((one) => one.as === as)!;
