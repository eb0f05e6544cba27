import { benchCore } from './core.ts';
import { benchDrag } from './drag.ts';
import { benchLibrary } from './library.ts';
import { benchLineUp } from './lineup.ts';
import { benchServer } from './server.ts';

benchCore();
benchLineUp();
await benchLibrary();
await benchServer();
await benchDrag();
process.exit(0);
