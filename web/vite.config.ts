import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: { assetsInlineLimit: 0, chunkSizeWarningLimit: 1600, modulePreload: { polyfill: false } },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
  test: { environment: 'node', include: ['tests/**/*.test.{ts,tsx}'] },
});
