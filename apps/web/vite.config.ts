import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

const packages = fileURLToPath(new URL('../../packages/', import.meta.url));

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: {
    alias: [
      // a part of a package: its messages, or the words of one view
      { find: /^@cedar-knot\/wording\/(messages|marks|en\/.*)$/, replacement: `${packages}wording/src/$1.ts` },
      { find: /^@cedar-knot\/report\/data-sheets$/, replacement: `${packages}report/src/offer-book.ts` },
      { find: /^@cedar-knot\/(core|wording|report|tables)$/, replacement: `${packages}$1/src/index.ts` },
    ],
  },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 900, assetsDir: 'assets' },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
