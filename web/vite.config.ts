import react from '@vitejs/plugin-react';
import { compression } from 'vite-plugin-compression2';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  plugins: [
    react(),
    // The server sends these as they are; fonts are compressed already.
    compression({ include: /\.(js|css|svg)$/, algorithms: ['brotliCompress', 'gzip'], threshold: 1000 }),
  ],
  build: { outDir: 'dist', sourcemap: false, assetsInlineLimit: 0, chunkSizeWarningLimit: 1200 },
  test: { testTimeout: 60_000 },
  server: { proxy: { '/api': 'http://127.0.0.1:5080', '/fonts': 'http://127.0.0.1:5080' } },
});
