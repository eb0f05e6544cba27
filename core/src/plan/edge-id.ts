import type { Side } from '../cloth/border.ts';
import { joinedId, partsOfId } from '../ids.ts';
import type { TouchRecord } from './records.ts';

/** A long edge of a border, which is the inner edge of the next one out: counted from that of the quilt's middle, 0. */
export interface LongEdge {
  readonly level: number;
  readonly side: Side;
}

const EDGE = 'edge';

/** What touches along an edge are made on. */
export const edgeId = ({ level, side }: LongEdge): string => joinedId(EDGE, level, side);

/** A touch on a long edge tells how that runs, and nothing of where along it the needle was. */
export const isEdgeTouch = ({ on }: Pick<TouchRecord, 'on'>): boolean => on !== null && partsOfId(on).kind === EDGE;
