import { benchAlign } from './align.ts';
import { benchCore } from './core.ts';
import { benchDrag } from './drag.ts';
import { benchLibrary } from './library.ts';
import { benchLineUp } from './lineup.ts';
import { benchPan } from './pan.ts';
import { benchRows } from './rows.ts';
import { benchServer } from './server.ts';

benchCore();
benchLineUp();
benchAlign();
benchRows();
await benchLibrary();
await benchServer();
await benchDrag();
await benchPan();
process.exit(0);
