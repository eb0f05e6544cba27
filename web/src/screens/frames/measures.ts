import type { FrameProfile } from '@gorse/core';

/** One measure of a frame, and how it is taken. Bounds in millimetres, of the frame's own figure. */
export interface Measure {
  readonly key: Exclude<keyof FrameProfile, 'name'>;
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly how: string;
  /** What is measured is this less the frame's figure, mm; without it the figure itself. */
  readonly from?: (frame: FrameProfile) => number;
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
    key: 'poleRadius',
    label: 'Half the take-up pole',
    least: 5,
    most: 200,
    how: 'Measure across the bare take-up pole and take half. Or lay a tape round it: a sixth of that, near enough.',
  },
  {
    key: 'foot',
    label: 'Needle to pole, in front',
    least: 0,
    most: 500,
    how: 'With nothing on the poles pull the head towards you until it stops. Measure from the needle back to the surface of the take-up pole.',
    from: ({ throat, poleRadius }) => throat - poleRadius,
  },
  {
    key: 'clamps',
    label: 'Needle to pole, behind',
    least: 0,
    most: 500,
    how: 'Push the head away from you until foot or clamps meet the take-up pole. Measure from the needle to the surface of the pole.',
  },
  {
    key: 'leader',
    label: 'Leader and pinned edge',
    least: 0,
    most: 100,
    how: 'Wind the leader on until the edge that the quilt is pinned or clamped to lies on the pole. Measure how much farther out its surface is than the bare pole’s.',
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

/** What is measured, and its bounds, mm. */
export function measured({ key, least, most, from }: Measure, frame: FrameProfile) {
  if (!from) return { value: frame[key], least, most };
  const whole = from(frame);
  return { value: whole - frame[key], least: Math.max(0, whole - most), most: whole - least };
}

/** The frame with a measure taken, mm. */
export const withMeasure = ({ key, from }: Measure, frame: FrameProfile, mm: number): FrameProfile => ({
  ...frame,
  [key]: from ? from(frame) - mm : mm,
});
