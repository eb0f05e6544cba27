import { install, must } from './lib.mjs';

install();
must('vite', ['build', 'web', '--logLevel', 'warn']);
must('node', ['scripts/build-server.mjs']);
