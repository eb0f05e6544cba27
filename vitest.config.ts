import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['core/src/**/*.test.ts', 'contract/src/**/*.test.ts', 'server/src/**/*.test.ts', 'web/src/**/*.test.ts'],
    // No test is timed: a busy machine may take ten times as long.
    testTimeout: 180_000,
    hookTimeout: 180_000,
    // What is waited for comes late on a busy machine.
    expect: { poll: { timeout: 20_000 } },
  },
});
