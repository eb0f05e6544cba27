import type { FrameProfile } from '@gorse/core';

/** One measure of a frame, and how it is taken. Bounds in millimetres. */
export interface Measure {
  readonly key: Exclude<keyof FrameProfile, 'name'>;
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly how: string;
}

/** The guided check, in the order that hands go. Switch the machine off before measuring inside the throat. */
export const MEASURES: readonly Measure[] = [
  {
    key: 'throat',
    label: 'Throat',
    least: 150,
    most: 3000,
    how: 'Power off. Measure inside the arm, from the wall of the neck to the needle.',
  },
  {
    key: 'foot',
    label: 'Foot to front',
    least: 0,
    most: 500,
    how: 'Pull the head to the front until it stops. Measure what is left between the needle and where it could go if the foot did not meet the pole.',
  },
  {
    key: 'clamps',
    label: 'Clamps and leaders',
    least: 0,
    most: 500,
    how: 'Push the head to the back until the foot meets clamps, leader or roll. Measure from the surface of the take-up pole to the needle, less the room that the foot needs.',
  },
  {
    key: 'poleRadius',
    label: 'Half the take-up pole',
    least: 5,
    most: 200,
    how: 'Measure across the bare take-up pole and take half. Or lay a tape round it: a sixth of that, near enough.',
  },
  {
    key: 'thickness',
    label: 'Thickness rolled',
    least: 0.2,
    most: 30,
    how: 'Roll up 40 in (1 m) of a quilted sandwich and see how far its surface has come out; count the turns. One turn’s share is the thickness, commonly 1/8 in.',
  },
  {
    key: 'width',
    label: 'Way along the poles',
    least: 500,
    most: 10_000,
    how: 'Push the head from the left stop to the right stop and measure how far the needle went.',
  },
  {
    key: 'side',
    label: 'Quilt from the left stop',
    least: 0,
    most: 2000,
    how: 'Where you usually begin a quilt: from the left stop of the needle to the quilt’s edge. Rows that hang over the edge need room there.',
  },
  {
    key: 'room',
    label: 'Kept free at both ends',
    least: 0,
    most: 200,
    how: 'How far off the quilt may be after you rolled it by hand. More room makes passes smaller and rolling easier.',
  },
];
