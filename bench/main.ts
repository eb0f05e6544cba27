import { benchAccuracy } from './accuracy/accuracy.ts';
import { benchAlign } from './align.ts';
import { benchCore } from './core.ts';
import { benchDragKeepOut } from './drag-keep-out.ts';
import { benchDrag } from './drag.ts';
import { benchFiles } from './files.ts';
import { benchFills } from './fills.ts';
import { benchForeign } from './foreign/foreign.ts';
import { benchFrame } from './frame.ts';
import { benchHistory } from './history.ts';
import { benchKills } from './kills.ts';
import { benchLibrary } from './library.ts';
import { benchLineUp } from './lineup.ts';
import { benchLoad } from './load.ts';
import { benchMap } from './map.ts';
import { machineSpeed } from './machine-speed.ts';
import { benchMasks } from './masks.ts';
import { benchMapScreen } from './map-screen.ts';
import { benchPan } from './pan.ts';
import { benchPatches } from './patches.ts';
import { benchBorders } from './borders.ts';
import { benchEdges } from './edges.ts';
import { benchRows } from './rows.ts';
import { benchServer } from './server.ts';
import { benchSoak } from './soak.ts';
import { benchSuggest } from './suggest.ts';
import { benchTouch } from './touch.ts';

/** All groups of figures by name, in the order they are measured. */
const GROUPS: Readonly<Record<string, () => void | Promise<void>>> = {
  core: benchCore,
  accuracy: benchAccuracy,
  lineup: benchLineUp,
  align: benchAlign,
  patches: benchPatches,
  rows: benchRows,
  borders: benchBorders,
  masks: benchMasks,
  fills: benchFills,
  edges: benchEdges,
  suggest: benchSuggest,
  map: benchMap,
  'map-screen': benchMapScreen,
  library: benchLibrary,
  server: benchServer,
  files: benchFiles,
  foreign: benchForeign,
  frame: benchFrame,
  history: benchHistory,
  load: benchLoad,
  kills: benchKills,
  drag: benchDrag,
  'drag-keep-out': benchDragKeepOut,
  pan: benchPan,
  touch: benchTouch,
  soak: benchSoak,
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !Object.hasOwn(GROUPS, name));
if (unknown.length > 0) {
  console.error(`There is no group ${unknown.join(', ')}. Groups: ${Object.keys(GROUPS).join(', ')}.`);
  process.exit(1);
}
machineSpeed();
let failed = false;
for (const name of asked.length > 0 ? asked : Object.keys(GROUPS)) {
  try {
    await GROUPS[name]!();
  } catch (error) {
    // One group that fails must not take the others' figures with it.
    console.error(`${name}:`, error);
    failed = true;
  }
}
process.exit(failed ? 1 : 0);
