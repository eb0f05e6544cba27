import type { Turnable } from '../cloth/loading.ts';
import type { Warp } from '../fit/warp.ts';
import { type ClothPoint, clothPoint } from '../geometry/point.ts';
import { boxRingIn } from '../geometry/polygon.ts';
import { boundsOf } from '../geometry/polyline.ts';
import type { MaskResult } from './mask-laid.ts';
import { pieceId, type PieceRef } from './piece-ref.ts';
import { type Laid, sewOnCloth, type Sewn } from './pipeline.ts';
import type { Stitched, StitchRule } from './stitch-strokes.ts';

/** What is stitched in one go, before the quilt is turned or after; all on the planned cloth. */
export interface Piece extends Sewn, Turnable {
  readonly ref: PieceRef;
  /** The ref as one word. */
  readonly id: string;
  /** In the middle of a sentence: `B2`, `row 3`. */
  readonly name: string;
  /** Null of a background. */
  readonly designId: string | null;
  /** The patch that it fills; null for what lies over the top. */
  readonly regionId: string | null;
  /** The recipe that it is worked by; null for what no patch holds. */
  readonly recipeId: string | null;
  /** Corners of what it takes up; empty where it is nothing. */
  readonly outline: readonly ClothPoint[];
  /** What is stitched, before it was; cut and joined where something is kept out. */
  readonly laid: Laid;
  /** How, where it was. */
  readonly masked: MaskResult | null;
  readonly rule: StitchRule;
  /** How the design came there, where one fit took it there. */
  readonly warp: Warp | null;
  /** Ids of the map's controls that its fit goes through exactly: better once they are touched. */
  readonly exactAt: readonly string[];
  /** Ids of the controls at the corners of its patch: touched, it is fitted anew there. */
  readonly corners: readonly string[];
  /** Stitched along the poles from end to end, so that a slip sideways would show. */
  readonly isRow: boolean;
}

/** A piece that no patch holds: it takes up the box of its stitches. */
export function pieceOverTop(
  about: Pick<Piece, 'ref' | 'name' | 'designId' | 'laid' | 'masked' | 'rule' | 'isRow' | 'turned'>,
  stitched: Stitched,
): Piece {
  const sewn = sewOnCloth(about.laid, stitched);
  const box = boundsOf(sewn.needle);
  return {
    ...sewn,
    ...about,
    id: pieceId(about.ref),
    regionId: null,
    recipeId: null,
    outline: box ? boxRingIn(box, clothPoint) : [],
    warp: null,
    exactAt: [],
    corners: [],
  };
}
