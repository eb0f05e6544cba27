import { removeFolder, startServer, type TestServer } from '../e2e/server.ts';

/** Measures something of the built server on a data folder of its own; both are gone afterwards, also when it fails. */
export async function withServer(
  measure: (server: TestServer) => Promise<void>,
  options: Parameters<typeof startServer>[0] = {},
): Promise<void> {
  const server = await startServer(options);
  try {
    await measure(server);
  } finally {
    await server.kill();
    removeFolder(server.folder);
  }
}
