import { test as base } from '@playwright/test';
import type { QuiltSummary } from '@gorse/contract';
import { ask } from './ask.ts';
import { removeFolder, startDemo, type TestServer } from './server.ts';

/** Tests with the demo data on one built server, started once a worker: what they change is a quilt or a design of their own. */
export const test = base.extend<object, { readonly demo: TestServer }>({
  demo: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads what a fixture needs off its first parameter
    async ({}, use) => {
      const server = await startDemo();
      await use(server);
      await server.kill();
      removeFolder(server.folder);
    },
    { scope: 'worker' },
  ],
});

/** A copy of its own of a demo quilt. */
export async function ownQuilt(
  address: string,
  name: 'Harbour Lights' | 'Tide Table' | 'Guillemot Mess',
): Promise<string> {
  const { id } = (await ask<{ quilts: QuiltSummary[] }>(address, '/quilts')).quilts.find(
    (quilt) => quilt.name === name,
  )!;
  return (await ask<{ id: string }>(address, `/quilts/${id}/copy`, {})).id;
}
