import {
  formatCount,
  type DesignFacts,
  formatDuration,
  formatLength,
  formatLengthNumber,
  GENERIC_MOTION,
  type HeavyPart,
  LEAST_ADVANCE,
  type LengthStyle,
  type Point,
  speedAtBend,
  speedAtCorner,
  toDegrees,
  trimmed,
} from '@gorse/core';
import type { Sewing } from '../../library-worker/library-worker.ts';
import { isDoubled } from './library-filter.ts';

/** One number of a design in words; `warn` marks what deserves a look. */
export interface Row {
  readonly name: string;
  readonly value: string;
  readonly warn?: boolean;
  /** How it is marked on the picture. */
  readonly mark?: Mark;
  /** The part of the analysis that tells it, where that may be left out. */
  readonly part?: HeavyPart;
}

/** Marks on the picture, by what they stand for. */
export type Mark = 'gap' | 'doubled' | 'crossing' | 'corner' | 'bend';
export interface Group {
  readonly title: string;
  readonly rows: readonly Row[];
}

/** Ends nearer than this (mm) meet. */
const MEETS = 0.05;

/** Lengths and places in words. */
interface Telling {
  readonly length: (mm: number) => string;
  /** The number alone, where the unit follows. */
  readonly bare: (mm: number) => string;
  /** From the upper left corner of its box. */
  readonly place: (p: Point) => string;
}

const tellingIn = (style: LengthStyle): Telling => {
  const length = (mm: number): string => formatLength(mm, style);
  const bare = (mm: number): string => formatLengthNumber(mm, style);
  return { length, bare, place: (p) => `${bare(p.x)} across, ${length(p.y)} down` };
};

/** What is known of a design, in three groups. `sewing` is null while it is worked out. */
export function numbersOf(
  facts: DesignFacts,
  sewing: Sewing | null,
  stitchLength: number,
  style: LengthStyle,
): Group[] {
  const telling = tellingIn(style);
  const known = (row: Row): Row =>
    row.part && facts.unknown?.includes(row.part) ? { ...row, value: 'not worked out', warn: false } : row;
  return [
    { title: 'Size and thread', rows: sizeRows(facts, sewing, telling).map(known) },
    { title: 'Joins', rows: joinRows(facts, telling).map(known) },
    { title: 'Watch out', rows: riskRows(facts, stitchLength, telling).map(known) },
  ];
}

const sizeRows = (facts: DesignFacts, sewing: Sewing | null, { length, bare }: Telling): Row[] => [
  { name: 'Size', value: `${bare(facts.width)} × ${length(facts.height)}` },
  { name: 'Line', value: length(facts.length) },
  { name: 'Stitches', value: sewing ? formatCount(sewing.stitches) : '…' },
  { name: 'Time', value: sewing ? formatDuration(sewing.seconds) : '…' },
  {
    name: 'Lines apart',
    part: 'spacing',
    value: facts.spacing === null ? 'they don’t face each other' : `${length(facts.spacing)}, median`,
  },
  {
    name: 'Widest gap',
    part: 'gap',
    mark: 'gap',
    value: facts.widestGap === 0 ? 'encloses none' : length(facts.widestGap),
  },
];

function joinRows(facts: DesignFacts, { length, place }: Telling): Row[] {
  const { join, symmetry, start, end } = facts;
  const apart = Math.hypot(end.x - start.x, end.y - start.y);
  return [
    { name: 'In a row', value: rowWords(facts, length) },
    ...(join.joins && Math.abs(join.overlap) > 0.5
      ? [
          {
            name: 'Neighbours',
            value: `boxes ${join.overlap > 0 ? 'overlap by' : 'stand apart by'} ${length(Math.abs(join.overlap))}`,
          },
        ]
      : []),
    { name: 'Start (ring)', value: place(start) },
    { name: 'End (bar)', value: place(end) },
    { name: 'Start to end', value: apart < MEETS ? 'closed' : length(apart) },
    { name: 'Mirrored', part: 'symmetry', value: mirrorWords(symmetry) },
    {
      name: 'Upside down',
      part: 'symmetry',
      value:
        symmetry.turns % 2 === 0
          ? 'looks the same'
          : `${facts.directional ? 'matters' : 'hardly matters'}, ${trimmed(100 * symmetry.upsideDown, 0)} % different`,
    },
  ];
}

function rowWords({ join, strokes, width }: DesignFacts, length: Telling['length']): string {
  if (join.joins) return `joins, every ${length(join.repeat)}`;
  if (strokes > 1) return 'doesn’t join: it has cuts';
  if (join.repeat < LEAST_ADVANCE * width) return 'doesn’t join: its copies would pile up';
  const off = length(Math.abs(join.climb));
  return `misses by ${off}; end it ${off} ${join.climb > 0 ? 'higher' : 'lower'}`;
}

function riskRows(facts: DesignFacts, stitchLength: number, { length }: Telling): Row[] {
  const cuts = facts.strokes - 1;
  const speed = (mmPerSecond: number): string =>
    mmPerSecond >= GENERIC_MOTION.topSpeed ? 'at full speed' : `slows to ${length(mmPerSecond)} a second`;
  return [
    { name: 'Cuts', value: cuts === 0 ? 'none, one continuous line' : `${cuts}`, warn: cuts > 0 },
    {
      name: 'Stitched twice',
      part: 'doubled',
      mark: 'doubled',
      value: isDoubled(facts)
        ? `${length(facts.doubled)}, ${trimmed((100 * facts.doubled) / facts.length, 1)} % of the line`
        : 'nowhere',
      warn: isDoubled(facts),
    },
    {
      name: 'Crossings',
      part: 'crossings',
      mark: 'crossing',
      value: facts.crossings === 0 ? 'none' : formatCount(facts.crossings),
    },
    {
      name: 'Sharpest corner',
      mark: 'corner',
      value:
        facts.sharpestTurn === 0
          ? 'none'
          : `turns ${trimmed(toDegrees(facts.sharpestTurn), 0)}°, ${speed(speedAtCorner(facts.sharpestTurn, stitchLength, GENERIC_MOTION))}`,
    },
    {
      name: 'Tightest bend',
      mark: 'bend',
      value:
        facts.smallestRadius === null
          ? 'none'
          : `radius ${length(facts.smallestRadius)}, ${speed(speedAtBend(facts.smallestRadius, GENERIC_MOTION))}`,
    },
  ];
}

function mirrorWords({ mirrorsAcross, mirrorsDown, turns }: DesignFacts['symmetry']): string {
  const mirrors =
    mirrorsAcross && mirrorsDown
      ? 'the same both ways'
      : mirrorsAcross
        ? 'the same left to right'
        : mirrorsDown
          ? 'the same top to bottom'
          : 'looks different';
  return turns > 1 ? `${mirrors}; turns ${turns} × onto itself` : mirrors;
}
