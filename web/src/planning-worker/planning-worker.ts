import { expose } from 'comlink';
import { makePlanner } from './planner.ts';

expose(makePlanner());
