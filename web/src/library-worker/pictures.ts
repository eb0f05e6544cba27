import { useEffect, useState } from 'react';
import { api } from '../api/api.ts';
import { library } from './library.ts';
import type { PictureSize } from './library-worker.ts';

/** Pictures kept: of 190 × 140 px, some 40 MB, four times that on a dense screen. */
const KEPT = 400;
const AT_ONCE = 4;

interface Wish {
  readonly key: string;
  readonly designId: string;
  readonly size: PictureSize;
  readonly done: (picture: ImageBitmap) => void;
}

const kept = new Map<string, ImageBitmap>();
const wishes: Wish[] = [];
let underWay = 0;

/** A design's picture, made in the worker and kept; null until it is there. The newest wish is made first, a tile that is gone drops its own. */
export function usePicture(designId: string, size: PictureSize): ImageBitmap | null {
  const { width, height, scale, density } = size;
  const key = `${designId} ${width} ${height} ${scale?.toFixed(4) ?? 'fit'} ${density}`;
  const [made, setMade] = useState<{ readonly key: string; readonly picture: ImageBitmap } | null>(null);
  useEffect(() => {
    if (kept.has(key)) return;
    const wish: Wish = {
      key,
      designId,
      size: { width, height, scale, density },
      done: (picture) => setMade({ key, picture }),
    };
    wishes.push(wish);
    work();
    return () => {
      const at = wishes.indexOf(wish);
      if (at >= 0) wishes.splice(at, 1);
    };
  }, [key, designId, width, height, scale, density]);
  return kept.get(key) ?? (made?.key === key ? made.picture : null);
}

function work(): void {
  while (underWay < AT_ONCE && wishes.length > 0) {
    underWay++;
    void make(wishes.pop()!).finally(() => {
      underWay--;
      work();
    });
  }
}

async function make({ key, designId, size, done }: Wish): Promise<void> {
  try {
    const picture = kept.get(key) ?? (await library().picture(await api.designStrokes(designId), size));
    kept.delete(key);
    kept.set(key, picture);
    for (const old of kept.keys()) {
      if (kept.size <= KEPT) break;
      kept.delete(old);
    }
    done(picture);
  } catch {
    // The tile stays blank; whatever is wrong with the server is said elsewhere.
  }
}
