import { benchCore } from './core.ts';
import { benchDrag } from './drag.ts';
import { benchLineUp } from './lineup.ts';
import { benchServer } from './server.ts';

benchCore();
benchLineUp();
await benchServer();
await benchDrag();
process.exit(0);
