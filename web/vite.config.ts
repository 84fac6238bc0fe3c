import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

/** Tests that put another module in a module's place, or look at what a module keeps: each has all modules to itself. */
const ALONE = ['tests/session.test.tsx', 'tests/events.test.ts', 'tests/pages.test.tsx', 'tests/saveQueue.test.ts'];
const ALL = 'tests/**/*.test.{ts,tsx}';

export default defineConfig({
  plugins: [react()],
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 1600, modulePreload: { polyfill: false } },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
  test: {
    // a machine that does other things as well may take ten times as long
    testTimeout: 60_000,
    environment: 'node',
    projects: [
      { extends: true, test: { name: 'alone', include: ALONE } },
      { extends: true, test: { name: 'together', include: [ALL], exclude: ALONE, isolate: false } },
    ],
  },
});
