import { applyToPolyline, inverse } from '../geometry/affine.ts';
import { boundsOf, type Polyline } from '../geometry/polyline.ts';
import { cutLines } from '../geometry/cut-lines.ts';
import type { Mask } from '../mask/mask.ts';
import type { JoinedRun, RunLink } from '../mask/joined-run.ts';
import { rejoin, type Surroundings } from '../mask/rejoin.ts';
import type { RejoinRule } from '../mask/rejoin-rule.ts';
import type { Piece } from './piece.ts';
import { AS_LAID, type Laid, linesOnCloth } from './pipeline.ts';
import { type Sewing, stitchStrokes, type Totals, totalsInTurn } from './stitch-strokes.ts';
import type { OwnStitches, Stroke } from './stroke.ts';

/** A stretch that joins what was cut, on the planned cloth. */
export interface MaskLink extends Pick<RunLink, 'kind' | 'again'> {
  readonly line: Polyline;
}

/** What a mask made of what was laid; lines and lengths on the planned cloth. */
export interface MaskResult {
  readonly runs: number;
  /** There can be no fewer. */
  readonly bound: number;
  /** Pieces that lines were cut into, and the lines that were cut. */
  readonly pieces: number;
  readonly lines: number;
  /** Stitched along edges or straight between ends, and over lines again, mm. */
  readonly added: number;
  readonly doubled: number;
  readonly links: readonly MaskLink[];
  /** The pieces as they were cut, in the space of what was laid. */
  readonly cut: readonly Stroke[];
  /** Left out: too short to be stitched, or enclosed. */
  readonly crumbs: readonly Polyline[];
  readonly enclosed: readonly Polyline[];
}

/** What was laid, and how it was cut and joined; null where it wasn't. */
export interface MaskedLaid {
  readonly laid: Laid;
  readonly result: MaskResult | null;
}

/**
 * What was laid, cut and joined by a mask. The very same where nothing of it is in the way, so that what looks alike is stitched once.
 */
export function maskLaid(laid: Laid, mask: Mask | null, rule: RejoinRule, about: Surroundings): MaskedLaid {
  if (!mask || laid.strokes.length === 0) return { laid, result: null };
  const lines = linesOnCloth(laid);
  if (!isInTheWay(lines, mask)) return { laid, result: null };
  const pieces = cutLines(lines, mask);
  const { runs, bound, added, doubled, crumbs, enclosed } = rejoin(pieces, mask, rule, about);
  const back = inverse(laid.toCloth);
  const guard = laid.toCloth === AS_LAID ? mask.guard : mask.guard.map((ring) => applyToPolyline(back, ring));
  const strokes = runs.map((run): Stroke => {
    const { spi: _, ...first } = laid.strokes[run.source]!;
    const masking = { links: run.links, guard, own: ownStitches(run, laid.strokes, rule) };
    return { ...first, line: applyToPolyline(back, run.line), masking };
  });
  return {
    laid: { ...laid, strokes },
    result: {
      ...{ runs: runs.length, bound, lines: lines.length, added, doubled, crumbs, enclosed },
      pieces: pieces.length,
      links: runs.flatMap(({ line, links }) =>
        links.map(({ kind, again, from, to }) => ({ kind, again, line: line.slice(2 * from, 2 * to + 2) })),
      ),
      cut: pieces.map(({ line, source }) => ({ ...laid.strokes[source]!, line: applyToPolyline(back, line) })),
    },
  };
}

/** The stretches of a run that are stitched otherwise than the rest: those of strokes that are, and what goes along edges where that is. */
function ownStitches(
  { links, drawn }: Pick<JoinedRun, 'links' | 'drawn'>,
  strokes: readonly Stroke[],
  { edgeSpi }: Pick<RejoinRule, 'edgeSpi'>,
): readonly OwnStitches[] {
  const alongEdges = links.flatMap(({ kind, from, to }) =>
    kind === 'edge' && edgeSpi !== null ? [{ from, to, spi: edgeSpi }] : [],
  );
  const own = drawn.flatMap(({ source, from, to }) => {
    const { spi } = strokes[source]!;
    return spi === undefined ? [] : [{ from, to, spi }];
  });
  return [...alongEdges, ...own];
}

/** What pieces would take if what was cut weren't joined; what they take where nothing was cut. */
export const unjoinedTotals = (pieces: readonly Pick<Piece, 'masked' | 'rule' | 'totals'>[], sewing: Sewing): Totals =>
  totalsInTurn(
    pieces.map(({ masked, rule, totals }) => (masked ? stitchStrokes(masked.cut, rule, sewing).totals : totals)),
  );

/** Whether a line may not be stitched as it is. */
function isInTheWay(lines: readonly Polyline[], { keeps, index }: Mask): boolean {
  if (keeps === 'inside') return true;
  return lines.some((line) => {
    const box = boundsOf([line]);
    return (
      box !== null && (index.near(box.minX, box.minY, box.maxX, box.maxY) > 0 || index.isInside(line[0]!, line[1]!))
    );
  });
}
