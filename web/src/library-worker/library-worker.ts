import {
  ALL_EFFORT,
  analyseDesign,
  applyEdits,
  boundsOf,
  type DesignAnalysis,
  type DesignEdit,
  type DrawnPiece,
  outlinesOfLines,
  type StoppedEdits,
  fileKind,
  GENERIC_MOTION,
  needlePoints,
  type Polyline,
  simplify,
  stitchClock,
} from '@gorse/core';
import { expose, transfer } from 'comlink';
import { unzipSync } from 'fflate';
import { MOORLAND } from '../ui/theme.ts';

/** Most files that are read of a zip, and most bytes of all together. */
const MOST_FILES = 10_000;
const MOST_BYTES = 500 * 1024 * 1024;

export interface PictureSize {
  readonly width: number;
  readonly height: number;
  /** Pixels a millimetre; fitted when null or when it would not fit. */
  readonly scale: number | null;
  /** Device pixels a pixel. */
  readonly density: number;
}

/** How long a design takes to stitch at so many stitches per inch. */
export interface Sewing {
  readonly stitches: number;
  readonly seconds: number;
}

export interface Unzipped {
  readonly files: readonly { readonly name: string; readonly bytes: Uint8Array<ArrayBuffer> }[];
  readonly left: readonly { readonly name: string; readonly why: string }[];
}

/** Room round a drawing in its picture, px. */
const ROOM = 8;

const library = {
  /** Draws a design as thread. */
  picture(strokes: readonly Float64Array[], { width, height, scale, density }: PictureSize): ImageBitmap {
    const canvas = new OffscreenCanvas(Math.round(width * density), Math.round(height * density));
    const context = canvas.getContext('2d')!;
    context.scale(density, density);
    const bounds = boundsOf(strokes);
    if (bounds) {
      const fitted = Math.min(
        (width - 2 * ROOM) / Math.max(1, bounds.maxX - bounds.minX),
        (height - 2 * ROOM) / Math.max(1, bounds.maxY - bounds.minY),
      );
      const factor = Math.min(scale ?? fitted, fitted);
      context.translate(
        width / 2 - (factor * (bounds.minX + bounds.maxX)) / 2,
        height / 2 - (factor * (bounds.minY + bounds.maxY)) / 2,
      );
      context.lineWidth = 1.5;
      context.lineJoin = context.lineCap = 'round';
      context.strokeStyle = MOORLAND.slate;
      context.beginPath();
      for (const stroke of strokes) trace(context, simplify(stroke, 0.25 / factor), factor);
      context.stroke();
    }
    const picture = canvas.transferToImageBitmap();
    return transfer(picture, [picture]);
  },

  analyse: (strokes: readonly Float64Array[]): DesignAnalysis => analyseDesign(strokes),

  /** The same, also what takes long. */
  analyseWholly: (strokes: readonly Float64Array[]): DesignAnalysis => analyseDesign(strokes, ALL_EFFORT),

  edit: (
    strokes: readonly Float64Array[],
    edits: readonly DesignEdit[],
    others: ReadonlyMap<string, readonly Float64Array[]>,
  ): readonly Polyline[] | StoppedEdits => applyEdits(strokes, edits, (id) => others.get(id)),

  sewing(strokes: readonly Float64Array[], stitchLength: number): Sewing {
    let stitches = 0;
    let seconds = 0;
    for (const stroke of strokes) {
      const { points: holes } = needlePoints(stroke, stitchLength);
      stitches += holes.length / 2 - 1;
      seconds += stitchClock(holes, GENERIC_MOTION).at(-1) ?? 0;
    }
    return { stitches, seconds };
  },

  /** The design files of a zip, each of so many bytes at most. Throws a sentence when it is no zip. */
  unzip(bytes: Uint8Array<ArrayBuffer>, largestFile: number): Unzipped {
    const left: { name: string; why: string }[] = [];
    let count = 0;
    let sum = 0;
    const wanted = new Set<string>();
    try {
      unzipSync(bytes, {
        filter({ name, originalSize }) {
          const file = fileIn(name);
          if (file === '' || file.startsWith('.') || name.startsWith('__MACOSX/')) return false;
          const why =
            fileKind(file) === null
              ? 'is no design file'
              : originalSize > largestFile
                ? 'is larger than 20 MB'
                : ++count > MOST_FILES || (sum += originalSize) > MOST_BYTES
                  ? 'is beyond what is read at once; split the zip'
                  : null;
          if (why === null) wanted.add(name);
          else left.push({ name, why });
          return false;
        },
      });
    } catch {
      throw new Error('This zip can’t be opened. Make it again without a password, and not split in parts.');
    }
    const files: { name: string; bytes: Uint8Array<ArrayBuffer> }[] = [];
    const take = (of: ReadonlySet<string>): void => {
      const found = unzipSync(bytes, { filter: ({ name }) => of.has(name) });
      for (const [name, body] of Object.entries(found)) files.push({ name: fileIn(name), bytes: body });
    };
    try {
      take(wanted);
    } catch {
      // One entry is damaged: each is opened by itself, so that the others are read.
      for (const name of wanted) {
        try {
          take(new Set([name]));
        } catch {
          left.push({ name, why: 'is damaged in the zip' });
        }
      }
    }
    return { left, files };
  },

  /** The outer edges of what a design goes round. Throws a sentence where it goes round nothing. */
  outline: (strokes: readonly Float64Array[]): readonly DrawnPiece[] => outlinesOfLines(strokes, OUTLINE_SNAP),
};

/** A file's name without the folders it lies in. */
const fileIn = (name: string): string => name.split('/').at(-1)!;

/** Lines of a design nearer to each other than this, mm, are one edge of its outline. */
const OUTLINE_SNAP = 0.5;

function trace(context: OffscreenCanvasRenderingContext2D, line: Polyline, factor: number): void {
  for (let i = 0; i < line.length; i += 2) {
    if (i === 0) context.moveTo(line[i]! * factor, line[i + 1]! * factor);
    else context.lineTo(line[i]! * factor, line[i + 1]! * factor);
  }
}

export type LibraryWorker = typeof library;
expose(library);
