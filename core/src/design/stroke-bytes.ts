import type { Polyline } from '../geometry/polyline.ts';

/** First word of the form, so that other bytes are refused: "GRS1". */
const MAGIC = 0x31535247;

/**
 * Strokes as bytes, little-endian: magic and stroke count (uint32 each), the point count of each stroke (uint32), padding to eight
 * bytes, then all coordinates (float64).
 */
export function encodeStrokes(strokes: readonly Polyline[]): Uint8Array<ArrayBuffer> {
  const head = headLength(strokes.length);
  const values = strokes.reduce((n, stroke) => n + stroke.length, 0);
  const bytes = new ArrayBuffer(head + 8 * values);
  const words = new DataView(bytes);
  words.setUint32(0, MAGIC, true);
  words.setUint32(4, strokes.length, true);
  let at = head;
  strokes.forEach((stroke, i) => {
    words.setUint32(8 + 4 * i, stroke.length / 2, true);
    for (const value of stroke) {
      words.setFloat64(at, value, true);
      at += 8;
    }
  });
  return new Uint8Array(bytes);
}

/** Reads what `encodeStrokes` made. Throws on other bytes. */
export function decodeStrokes(bytes: Uint8Array): Float64Array<ArrayBuffer>[] {
  const words = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.byteLength < 8 || words.getUint32(0, true) !== MAGIC) throw new Error('these bytes hold no strokes');
  const count = words.getUint32(4, true);
  let at = headLength(count);
  return Array.from({ length: count }, (_, i) => {
    const stroke = new Float64Array(2 * words.getUint32(8 + 4 * i, true));
    for (let k = 0; k < stroke.length; k++, at += 8) stroke[k] = words.getFloat64(at, true);
    return stroke;
  });
}

const headLength = (strokes: number): number => Math.ceil((8 + 4 * strokes) / 8) * 8;
