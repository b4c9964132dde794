import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: 'target/classes/static',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
  server: {
    // The handbook is shown in the application.
    fs: { allow: ['.', '../docs'] },
    proxy: { '/api': 'http://127.0.0.1:8080' },
  },
  test: { environment: 'node', include: ['src/**/*.test.{ts,tsx}'] },
});
