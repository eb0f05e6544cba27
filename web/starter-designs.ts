import { zipSync } from 'fflate';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';

const FOLDER = fileURLToPath(new URL('../demo/designs/', import.meta.url));
const NAME = 'starter-designs.zip';

const zipped = (): Uint8Array =>
  zipSync(Object.fromEntries(readdirSync(FOLDER).map((file) => [file, new Uint8Array(readFileSync(FOLDER + file))])));

/** Ships the demo's designs as a file that an empty library offers to read. */
export const starterDesigns = (): Plugin => ({
  name: 'starter-designs',
  configureServer: ({ middlewares }) => {
    middlewares.use(`/${NAME}`, (_request, response) => void response.end(zipped()));
  },
  generateBundle() {
    this.emitFile({ type: 'asset', fileName: NAME, source: zipped() });
  },
});
