import { type Border, evenBorder, makeMap } from '@gorse/core';
import type { ComponentType } from 'react';
import { Sketch } from '../../ui/sketch.tsx';
import { MOORLAND } from '../../ui/theme.ts';
import { BLOCK_SETTINGS, SETTING_FORMS } from '../quilt/map-forms.ts';
import { MapPicture } from '../outlines/map-picture.tsx';
import { DrawnSketch } from '../quilt/setting-choice.tsx';
import { FromDrawing } from './from-drawing.tsx';
import { FromNothing } from './from-nothing.tsx';
import { FromNumbers } from './from-numbers.tsx';
import { FromPhoto } from './from-photo.tsx';
import type { StartProps } from './new-top.ts';

/** What a quilter may have of a top. */
interface Start {
  readonly kind: string;
  readonly label: string;
  readonly Picture: ComponentType;
  readonly Form: ComponentType<StartProps>;
  /** The step that opens when it is made. */
  readonly next: 'quilt' | 'layout' | 'frame';
}

/** Blocks have a border of 3 in at first; what is told by its size alone has none. */
const USUAL_BORDERS = [evenBorder(76.2)];
const NONE: readonly Border[] = [];
const WHOLE = ['whole'] as const;

const BLOCKS = makeMap(SETTING_FORMS['on-point'].first, []);

/** The ways to begin a quilt; a new one is a line here. */
export const STARTS: readonly [Start, ...Start[]] = [
  {
    kind: 'blocks',
    label: 'Blocks in a setting',
    Picture: () => <MapPicture map={BLOCKS} label="" />,
    Form: ({ onTop }) => (
      <FromNumbers first={SETTING_FORMS.grid.first} kinds={BLOCK_SETTINGS} borders={USUAL_BORDERS} onTop={onTop} />
    ),
    next: 'layout',
  },
  {
    kind: 'drawing',
    label: 'A drawing to read in',
    Picture: DrawnSketch,
    Form: FromDrawing,
    next: 'quilt',
  },
  {
    kind: 'photo',
    label: 'A photo',
    Picture: () => (
      <Sketch>
        <path d="M3 10H15L18 5H30L33 10H45V41H3Z" />
        <circle cx={24} cy={25} r={9} fill={MOORLAND.gorse} />
      </Sketch>
    ),
    Form: FromPhoto,
    next: 'quilt',
  },
  {
    kind: 'size',
    label: 'Just a size',
    Picture: () => (
      <Sketch>
        <path d="M8 4H40V44H8Z" />
        <path d="M8 24H40M24 4V44" strokeDasharray="3 3" />
      </Sketch>
    ),
    Form: ({ onTop }) => <FromNumbers first={SETTING_FORMS.whole.first} kinds={WHOLE} borders={NONE} onTop={onTop} />,
    next: 'layout',
  },
  {
    kind: 'nothing',
    label: 'Nothing: touch it at the frame',
    Picture: () => (
      <Sketch>
        <path d="M8 8H40V40H8Z" strokeDasharray="3 3" />
        <circle cx={24} cy={24} r={7} fill={MOORLAND.gorse} />
        <path d="M24 12V20M24 28V36M12 24H20M28 24H36" />
      </Sketch>
    ),
    Form: FromNothing,
    next: 'frame',
  },
];
