import { expect, it } from 'vitest';
import { newestOnly } from './newest-only.ts';

it('does one after another, of what is asked meanwhile the newest', async () => {
  const done: number[] = [];
  let end = (): void => {};
  const ask = newestOnly<number>((what) => {
    done.push(what);
    return new Promise((resolve) => (end = resolve));
  });
  for (const what of [1, 2, 3]) ask(what);
  expect(done).toEqual([1]);
  end();
  await Promise.resolve();
  expect(done).toEqual([1, 3]);
  end();
  await Promise.resolve();
  ask(4);
  expect(done).toEqual([1, 3, 4]);
});
