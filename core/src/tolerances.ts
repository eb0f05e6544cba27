/**
 * Every tolerance, tie and limit of the computation, named by purpose. Lengths are millimetres and
 * angles radians unless the name says otherwise.
 */

/** Chord error when a curve is read from a file, of a drawing `DRAWN_LARGE` across: under 0.05 mm when it is stitched a metre across. */
export const FLATTEN_CHORD = 0.01;

/** What is drawn smaller than this, mm, is kept so much finer: it will be stitched larger, by nobody knows how much. */
export const DRAWN_LARGE = 200;

/** By how much finer what is so large, mm, is kept than what is drawn large: 1 at the most. */
export const fineness = (size: number): number => Math.min(1, size / DRAWN_LARGE);

/** Chord error that a bend (a warp that is not affine) may add to a straight segment. */
export const WARP_CHORD = 0.02;

/** Points of a line that change nothing by more than this are left out before it is looked at or stitched: half the finest step of a machine. */
export const THINNED_CHORD = 0.005;

/** Drawings are rounded to no coarser a grid than this; what is coarser is drawn so. */
export const COARSEST_GRID = 0.1;

/** Largest distance between the drawn line and the thread lying between two needle holes. */
export const STITCH_CHORD = 0.25;

/** The same where the line runs along what is kept out: what it takes of the clearance is still under a twentieth of a millimetre. */
export const EDGE_CHORD = 0.03;

/** Two ends this close are one point: drawing programs round coordinates to about this. */
export const JOIN_DISTANCE = 0.05;

/** A turn at least this sharp gets a needle hole of its own; a gentler one is part of a curve. */
export const CORNER_TURN = Math.PI / 6;

/** Shorter stitches than this pile thread in one hole and can break the needle thread. */
export const SHORTEST_STITCH = 0.4;

/** A stitch shorter than this part of the chosen length means that the line is too sharp for the SPI. */
export const SHARP_STITCH_RATIO = 0.4;

/** How far a stitch may lie outside its patch before a check says so: half a needle hole. */
export const OUTSIDE_REGION = 0.4;

/** The head counts as being on a stitch within this distance. */
export const HEAD_ON_POINT = 0.5;

/** Inverting a line-up stops when a step is smaller than this. */
export const INVERSE_STEP = 1e-7;

/** Shortest edge of a patch that anything can be fitted to. */
export const SMALLEST_PATCH_EDGE = 5;

/** Widest and longest top: a king quilt is under half of it. */
export const LARGEST_QUILT = 6000;

/** Most patches of a top: what is derived of them must stay quick. A quilt of a thousand pieced blocks has half of it. */
export const MOST_PATCHES = 20_000;

/** Most line of one recipe in one patch (2 km): more is a slip of the hand, and would fill the memory. */
export const LONGEST_IN_PATCH = 2_000_000;
/** Most points of it for the same reason, and so of a design as well: with more it could be laid nowhere. A king quilt's rows have a tenth of them. */
export const MOST_POINTS = 1_000_000;

/** A patch so many times as long as wide is a strip: what is worked by the patch itself runs along it. */
export const STRIP = 2;

/** Patches that are worked alike show it when one is stretched or sheared by more than this beyond the others: 2 %, 1 1/2 degrees. */
export const SIBLING_STRETCH = 0.02;
export const SIBLING_SHEAR = Math.PI / 120;

/** Lines so many times as far apart as on the rest of the quilt make it ripple. */
export const SPACING_APART = 1.7;

/** A start or end within this of a neighbour's can be gone on from without a cut that shows. */
export const FAR_END = 25.4;

/** Coordinates beyond this (a kilometre) are refused by every reader. */
export const LARGEST_COORDINATE = 1e6;

/** A line stitched within this of an earlier one, alongside it, looks like one thick line: a thread's thickness. */
export const DOUBLED_DISTANCE = 0.3;

/** More than this of one piece stitched twice, to join what keep-outs cut, is worth a look: a foot. */
export const MUCH_DOUBLED = 304.8;

/** What goes along an edge lies so far off it that rounding takes none of it over, mm. */
export const OFF_EDGE = 0.02;

/** What lies this near to a seam is by it, mm: beside the ditch, or a background's usual margin off it. */
export const BY_SEAM = 4;

/** A start or end farther than this from any seam, edge or other line lies in the open: half an inch. */
export const OPEN_END = 12.7;

/** Shorter doubled stretches are a crossing at a slant, or the turn at a tip. */
export const SHORTEST_DOUBLED = 1;

/** Crossings this near each other are seen as one. */
export const SAME_PLACE = 0.1;

/** How far a design may miss itself, mirrored or turned, and still look the same: a needle hole. */
export const SYMMETRY_MISS = 0.8;

/** Upside down matters when it differs by more than this part. */
export const DIRECTIONAL = 0.2;

/** A row whose repeats climb by more than this each shows a step at every join. */
export const ROW_JOIN = 0.5;

/** Rows may be nearer or run farther over than wished by so little: a needle's width. */
export const ROW_CLEARANCE = 0.05;

/** With more doubt than this a place may be anywhere: what is said of it would mislead. */
export const LOST = 60;

/** Two places on the map this near are one landmark: a needle can't tell them apart. */
export const SAME_LANDMARK = 0.05;

/** A patch's edge wanders by no more than this from where it was thought to run, mm: farther off, something else was touched. */
export const EDGE_WANDERS = 40;

/** A border's edge is touched until it is known as well as this all along, mm: a 95 % bound. */
export const EDGE_SURE = 0.8;
