import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

const source = (name: string): string => fileURLToPath(new URL(`../../packages/${name}/src/index.ts`, import.meta.url));

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: {
    alias: {
      '@cedar-knot/core': source('core'),
      '@cedar-knot/wording': source('wording'),
      '@cedar-knot/report': source('report'),
    },
  },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 900, assetsDir: 'assets' },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
