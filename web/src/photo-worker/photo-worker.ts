import {
  findEdge,
  type FoundEdge,
  type Gradients,
  gradientsOf,
  type Homography,
  type PhotoSize,
  type Pixels,
  type Point,
  rectify,
  type Size,
} from '@gorse/core';
import { expose, transfer } from 'comlink';

/** Pixels along the longer side of a photo that is kept: a king quilt's seams are three pixels wide in it. */
const KEPT_SIDE = 3000;
/** How much of a photo's fineness its JPEG keeps. */
const KEPT_QUALITY = 0.88;
/** Pixels of a picture from above: as many as a screen shows when half the quilt fills it. */
const MOST_SEEN = 4_000_000;

/** The photo that is open, and what was made of it last. */
let open: Pixels | null = null;
let seen: { readonly pixels: Pixels; readonly scale: number } | null = null;
let field: Gradients | null = null;

const photos = {
  /**
   * Makes a photo as large as it is kept: turned as its orientation tag says, its longer side no longer than need be, as JPEG.
   * Throws a sentence on what is no photo.
   */
  async prepare(file: Blob): Promise<PhotoSize & { readonly photo: Blob }> {
    const bitmap = await bitmapOf(file);
    const scale = Math.min(1, KEPT_SIDE / Math.max(bitmap.width, bitmap.height));
    const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d')!;
    // What is transparent is white, as JPEG has nothing else.
    context.fillStyle = '#fff';
    context.fillRect(0, 0, width, height);
    context.imageSmoothingQuality = 'high';
    context.drawImage(bitmap, 0, 0, width, height);
    bitmap.close();
    return { width, height, photo: await canvas.convertToBlob({ type: 'image/jpeg', quality: KEPT_QUALITY }) };
  },

  /** Opens a photo that is kept, in place of the one before. */
  async open(photo: Blob): Promise<void> {
    const bitmap = await bitmapOf(photo);
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const context = canvas.getContext('2d', { willReadFrequently: true })!;
    context.drawImage(bitmap, 0, 0);
    open = context.getImageData(0, 0, bitmap.width, bitmap.height);
    bitmap.close();
    seen = field = null;
  },

  /** The open photo from straight above: a picture of a top of this size, of `most` pixels or fewer. Null while none is open. */
  async fromAbove(toPhoto: Homography, { width, length }: Size, most = MOST_SEEN): Promise<ImageBitmap | null> {
    if (!open) return null;
    const scale = Math.sqrt(most / (width * length));
    const size = { width: Math.max(1, Math.floor(width * scale)), height: Math.max(1, Math.floor(length * scale)) };
    const pixels = rectify(open, toPhoto, size, scale);
    seen = { pixels, scale };
    field = null;
    const bitmap = await createImageBitmap(new ImageData(pixels.data, pixels.width, pixels.height));
    return transfer(bitmap, [bitmap]);
  },

  /** The corner or edge that the picture from above shows within `reach` of a place, all in mm of the cloth; null where there is none. */
  find({ x, y }: Point, reach: number): FoundEdge | null {
    if (!seen) return null;
    const { pixels, scale } = seen;
    field ??= gradientsOf(pixels);
    // The middle of a pixel is half a pixel in.
    const found = findEdge(field, { x: x * scale - 0.5, y: y * scale - 0.5 }, Math.max(LEAST_REACH, reach * scale));
    return found && { is: found.is, at: { x: (found.at.x + 0.5) / scale, y: (found.at.y + 0.5) / scale } };
  },
};

/** An edge is looked for so many pixels about, even where the cloth is seen from afar. */
const LEAST_REACH = 4;

async function bitmapOf(file: Blob): Promise<ImageBitmap> {
  try {
    return await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    throw new Error('This is no photo that can be read. Gorse lays JPEG, PNG and WebP under a map.');
  }
}

export type PhotoWorker = typeof photos;
expose(photos);
