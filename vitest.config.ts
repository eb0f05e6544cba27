import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['core/src/**/*.test.ts', 'contract/src/**/*.test.ts', 'server/src/**/*.test.ts', 'web/src/**/*.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    // What is waited for comes late on a busy machine.
    expect: { poll: { timeout: 20_000 } },
  },
});
