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

const nthCorner = (nth: number): string => `the ${['first', 'second', 'third', 'fourth'][nth] ?? 'next'} corner`;

const Corners = ({ at }: { readonly at: readonly (readonly [number, number])[] }) =>
  at.map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r={4} fill={MOORLAND.gorse} />);

/** The ways, as they are offered; another is a line here and in the core's list. */
export const KINDS: readonly Kind[] = [
  {
    as: 'box',
    label: 'Two corners',
    picture: (
      <>
        <path d="M8 12H40V36H8Z" />
        <Corners at={[[8, 12], [40, 36]]} />
      </>
    ), // prettier-ignore
    place: (nth) => (nth === 0 ? 'a corner of the box' : 'the opposite corner'),
  },
  {
    as: 'four',
    label: 'Four corners',
    picture: (
      <>
        <path d="M7 10L41 14L38 38L10 35Z" />
        <Corners at={[[7, 10], [41, 14], [38, 38], [10, 35]]} />
      </>
    ), // prettier-ignore
    place: (nth) => `${nthCorner(nth)}, going round`,
  },
  {
    as: 'triangle',
    label: 'Three corners',
    picture: (
      <>
        <path d="M24 8L42 38H6Z" />
        <Corners at={[[24, 8], [42, 38], [6, 38]]} />
      </>
    ), // prettier-ignore
    place: nthCorner,
  },
  {
    as: 'round',
    label: 'All round',
    picture: (
      <>
        <path d="M9 14Q24 2 39 14T36 36Q22 44 10 36Q4 26 9 14Z" />
        <Corners at={[[9, 14], [39, 14], [36, 36], [10, 36]]} />
      </>
    ), // prettier-ignore
    place: (nth) => (nth === 0 ? 'a corner, to begin there' : 'the next place along its edge'),
  },
  {
    as: 'sized',
    label: 'A size I type',
    picture: (
      <>
        <path d="M8 12H40V36H8Z" strokeDasharray="4 3" />
        <Corners at={[[8, 12]]} />
      </>
    ), // prettier-ignore
    place: () => 'the upper left corner of the box',
  },
];

export const kindOf = (as: TouchedAs): Kind => KINDS.find((one) => one.as === as)!;
