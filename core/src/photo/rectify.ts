import { type Homography, project } from '../geometry/homography.ts';
import type { PhotoSize } from './square-up.ts';

/** Pixels as four bytes each, red, green, blue and how opaque, row by row. */
export interface Pixels extends PhotoSize {
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

/**
 * A photo as it would look straight from above: a picture of the cloth from its upper left corner, `scale` pixels to the mm, transparent where
 * the photo shows nothing. Each pixel is the bilinear mean of the four of the photo about its place.
 */
export function rectify(photo: Pixels, toPhoto: Homography, { width, height }: PhotoSize, scale: number): Pixels {
  const out = new Uint8ClampedArray(width * height * 4);
  const { data, width: pw, height: ph } = photo;
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const { x, y } = project(toPhoto, { x: (column + 0.5) / scale, y: (row + 0.5) / scale });
      // The middle of a pixel is half a pixel in.
      const [px, py] = [x - 0.5, y - 0.5];
      const [left, top] = [Math.floor(px), Math.floor(py)];
      if (!(left >= 0 && top >= 0 && left + 1 < pw && top + 1 < ph)) continue;
      const [u, v] = [px - left, py - top];
      const a = 4 * (top * pw + left);
      const b = a + 4 * pw;
      const to = 4 * (row * width + column);
      for (let k = 0; k < 3; k++) {
        const above = data[a + k]! * (1 - u) + data[a + 4 + k]! * u;
        const below = data[b + k]! * (1 - u) + data[b + 4 + k]! * u;
        out[to + k] = above * (1 - v) + below * v;
      }
      out[to + 3] = 255;
    }
  }
  return { data: out, width, height };
}
