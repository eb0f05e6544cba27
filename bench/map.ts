import {
  cornerLandmarks,
  evenBorder,
  loadingMap,
  makeMap,
  mapGraph,
  mapPatches,
  newPlan,
  planFaults,
  type Setting,
} from '@gorse/core';
import { medianMs, printFigure } from './figures.ts';

/** 20 × 20 blocks on point, nine-patches and flying geese in turn, in sashing. */
const SETTING: Setting = {
  ...{ kind: 'on-point', across: 20, down: 20, block: 80, sashing: 10, edge: 'triangles' },
  blocks: { kinds: ['nine-patch', 'flying-geese'], turns: 'checker', own: [] },
};
const BORDERS = [20, 40, 60, 80].map((width) => evenBorder(width, 'cornerstones'));

/** The map of a quilt of thousands of patches, all that is derived of it, and its checks. */
export function benchMap(): void {
  const map = makeMap(SETTING, BORDERS);
  const patches = mapPatches(map);
  const plan = newPlan('Lantern', map);
  const graph = mapGraph(patches);
  const lie = loadingMap('upright', map.size);
  const parts = {
    patches: medianMs(() => mapPatches(map), 7),
    graph: medianMs(() => mapGraph(patches), 7),
    landmarks: medianMs(() => cornerLandmarks(graph, patches, lie), 7),
    checks: medianMs(() => planFaults(plan), 7),
  };
  const all = Object.values(parts).reduce((sum, ms) => sum + ms, 0);
  printFigure('map.settings_ms', all, `ms, ${patches.length} patches; without the picture`, '< 200');
  for (const [name, ms] of Object.entries(parts)) printFigure(`map.settings_ms.${name}`, ms, 'ms', null);
}
