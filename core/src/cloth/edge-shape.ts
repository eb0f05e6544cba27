import type { Size } from './size.ts';

/** How a top's outer edge runs: straight; with rounded corners; or in arcs that bulge out between points that lie in. Millimetres. */
export interface EdgeShape {
  /** Of the corners; 0: square. Where there are scallops, the corners' follow from those. */
  readonly radius: number;
  /** Scallops between the corners' along the top and the bottom, and along the other sides. */
  readonly across: number;
  readonly down: number;
  /** From a scallop's outermost point in to where it meets the next; 0: there are none. */
  readonly depth: number;
}

export const STRAIGHT: EdgeShape = { radius: 0, across: 0, down: 0, depth: 0 };

export const isScalloped = ({ depth, across, down }: EdgeShape): boolean => depth > 0 && across > 0 && down > 0;
/** How deep scallops are; 0 where there are none. */
export const scallopDepth = (shape: EdgeShape): number => (isScalloped(shape) ? shape.depth : 0);
export const isStraight = (shape: EdgeShape): boolean => shape.radius <= 0 && !isScalloped(shape);

/** How far a corner's arc takes up each side: as wide as the scallops beside it on the mean, or its radius. */
export function cornerReach(shape: EdgeShape, { width, length }: Size): number {
  const wanted = isScalloped(shape)
    ? (width / (shape.across + 2) + length / (shape.down + 2)) / 2
    : Math.max(0, shape.radius);
  return Math.min(wanted, width / 2, length / 2);
}

/**
 * Why an edge can't be had, and what to do; null when it can.
 * @param border how wide the outermost border is where it is narrowest, mm: arcs lie within it
 */
export function edgeTrouble(shape: EdgeShape, size: Size, border: number): string | null {
  if (isStraight(shape)) return null;
  if (border <= 0)
    return 'An edge in arcs takes a border on all four sides. Give each a width, or make the edge straight.';
  const reach = cornerReach(shape, size);
  const depth = scallopDepth(shape);
  if (depth >= border || atCorner(reach, depth) >= border)
    return 'The edge’s arcs lie deeper in than the outermost border is wide. Make them flatter, or the border wider.';
  if (depth === 0) return null;
  const narrowest = Math.min(reach, (size.width - 2 * reach) / shape.across, (size.length - 2 * reach) / shape.down);
  return depth * 2 > narrowest ? 'Scallops are no deeper than half their width. Make them flatter, or fewer.' : null;
}

/** The radius of a corner's arc that touches both sides' lines and goes through where the scallops beside it begin. */
export const cornerRadius = (reach: number, depth: number): number => reach + depth - Math.sqrt(2 * reach * depth);

/** How far in a corner's arc lies in its middle, along either side. */
const atCorner = (reach: number, depth: number): number => cornerRadius(reach, depth) * (1 - Math.SQRT1_2);
