import { makeDemo } from '../demo/make-demo.mjs';
import { DEMO_FOLDER, removeFolder, startServer } from './server.ts';

/** Makes the demo data once, before all tests. */
export default async function makeDemoFolder(): Promise<() => void> {
  const server = await startServer();
  await makeDemo(server.address);
  await makeDemo(server.address); // Once is enough: nothing is there twice, which a test looks at.
  await server.end();
  process.env[DEMO_FOLDER] = server.folder;
  return () => removeFolder(server.folder);
}
