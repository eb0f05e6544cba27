import { test } from '@playwright/test';
import { removeFolder, startServer, type TestServer } from './server.ts';

/** An empty server for the tests of one file; its address is known as soon as they run. */
export function ownServer(): Pick<TestServer, 'address'> {
  let server: TestServer;
  test.beforeAll(async () => {
    server = await startServer();
  });
  test.afterAll(async () => {
    await server.kill();
    removeFolder(server.folder);
  });
  return {
    get address() {
      return server.address;
    },
  };
}
