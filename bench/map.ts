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
import { printFigure, quantile } from './figures.ts';

/** Thousands of patches: 20 × 20 blocks on point, nine-patches and flying geese in turn, in sashing. */
export const SETTING: Setting = {
  ...{ kind: 'on-point', across: 20, down: 20, block: 80, sashing: 10, edge: 'triangles' },
  blocks: { kinds: ['nine-patch', 'flying-geese'], turns: 'checker', own: [] },
};
export const BORDERS = [20, 40, 60, 80].map((width) => evenBorder(width, 'cornerstones'));

/** The map of a quilt of thousands of patches, all that is derived of it, and its checks: each time of a map that nobody has seen. */
export function benchMap(): void {
  const lie = loadingMap('upright', makeMap(SETTING, BORDERS).size);
  const runs = Array.from({ length: RUNS }, () => {
    const { map, ...made } = timed('map', () => makeMap({ ...SETTING }, [...BORDERS]));
    const { patches, ...ofPatches } = timed('patches', () => mapPatches(map));
    const { graph, ...ofGraph } = timed('graph', () => mapGraph(patches));
    const ofLandmarks = timed('landmarks', () => cornerLandmarks(graph, patches, lie));
    const plan = newPlan('Lantern', map);
    const ofChecks = timed('checks', () => planFaults(plan));
    const parts = {
      map: made.ms,
      patches: ofPatches.ms,
      graph: ofGraph.ms,
      landmarks: ofLandmarks.ms,
      checks: ofChecks.ms,
    };
    return { parts, count: patches.length };
  });
  const median = (of: (parts: (typeof runs)[number]['parts']) => number): number =>
    quantile(
      runs.map(({ parts }) => of(parts)),
      0.5,
    );
  const all = median((parts) => Object.values(parts).reduce((sum, ms) => sum + ms, 0));
  printFigure('map.settings_ms', all, `ms, ${runs[0]!.count} patches; without the picture`, '< 200');
  for (const name of ['patches', 'graph', 'landmarks', 'checks'] as const)
    printFigure(
      `map.settings_ms.${name}`,
      median((parts) => parts[name]),
      'ms',
      null,
    );
}
const RUNS = 9;

/** What work gives, under a name, and how long it took. */
function timed<N extends string, T>(name: N, work: () => T): { readonly [K in N]: T } & { readonly ms: number } {
  const start = performance.now();
  const made = work();
  return { [name]: made, ms: performance.now() - start } as { readonly [K in N]: T } & { readonly ms: number };
}
