import { cornerMean, outlineOf, type Region } from '@gorse/core';

const DIRECTIONS = { Up: [0, -1], Down: [0, 1], Left: [-1, 0], Right: [1, 0] } as const;

/** The nearest patch in a direction, favouring those straight ahead; with nothing selected, the first block. At the edge it stays. */
export function neighbour(
  regions: readonly Region[],
  from: Region | undefined,
  direction: keyof typeof DIRECTIONS,
): Region | undefined {
  if (!from) return regions.find((region) => region.kind === 'block') ?? regions[0];
  const [dx, dy] = DIRECTIONS[direction];
  const start = cornerMean(outlineOf(from.shape));
  let best: { region: Region; cost: number } | null = null;
  for (const region of regions) {
    const middle = cornerMean(outlineOf(region.shape));
    const ahead = (middle.x - start.x) * dx + (middle.y - start.y) * dy;
    const aside = Math.abs((middle.x - start.x) * dy) + Math.abs((middle.y - start.y) * dx);
    if (region.id === from.id || ahead <= 1e-6) continue;
    const cost = ahead + 3 * aside;
    if (!best || cost < best.cost) best = { region, cost };
  }
  return best?.region ?? from;
}
