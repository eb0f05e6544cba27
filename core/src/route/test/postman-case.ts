import type { PostmanTask } from '../rural-postman.ts';

/**
 * Pieces between places on some rings, or with loose ends: a line as keep-outs leave it. Ways are the stretches of the rings between places that
 * follow each other, and going back over a piece.
 * @param loose how likely an end lies on no ring
 */
export function postmanCase(random: () => number, pieces: number, rings: number, loose: number): PostmanTask {
  const lengths = Array.from({ length: rings }, () => 50 + random() * 200);
  const places: { readonly ring: number; readonly at: number; readonly node: number }[] = [];
  let nodes = 0;
  const end = (): number => {
    const ring = Math.floor(random() * rings);
    const place = { ring, at: random() * lengths[ring]!, node: nodes++ };
    if (random() >= loose) places.push(place);
    return place.node;
  };
  const required = Array.from({ length: pieces }, () => ({ from: end(), to: end() }));
  const way = (from: number, to: number, length: number) => ({ from, to, cost: length, again: length });
  const along = lengths.flatMap((length, ring) => {
    const on = places.filter((place) => place.ring === ring).sort((a, b) => a.at - b.at);
    if (on.length < 2) return [];
    return on.map((a, i) => way(a.node, (on[i + 1] ?? on[0]!).node, (on[i + 1]?.at ?? length + on[0]!.at) - a.at));
  });
  const over = required.map(({ from, to }) => way(from, to, 5 + random() * 150));
  return { nodes, required, ways: [...along, ...over] };
}
