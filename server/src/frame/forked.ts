import { type ChildProcess, fork, type Serializable } from 'node:child_process';
import { fileURLToPath } from 'node:url';

/** Loader and settings that a process needs when it is run as it is written. */
const FROM_SOURCE = {
  execArgv: ['--import', 'tsx'],
  env: { ...process.env, TSX_TSCONFIG_PATH: fileURLToPath(new URL('../../../tsconfig.run.json', import.meta.url)) },
};

/** Starts a process of Gorse's own: bundled, it lies beside the server; as written, in its room. It ends when this one does. */
export function forked(room: string, name: string, settings: Serializable): ChildProcess {
  const isSource = import.meta.url.endsWith('.ts');
  const file = isSource ? new URL(`../${room}/${name}.ts`, import.meta.url) : new URL(`./${name}.js`, import.meta.url);
  return fork(fileURLToPath(file), [JSON.stringify(settings)], {
    ...(isSource ? FROM_SOURCE : { execArgv: [] }),
    serialization: 'advanced',
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
}
