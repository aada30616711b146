import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  // Grid areas keep their names, so that a key can say its own.
  css: { lightningcss: { cssModules: { grid: false } } },
  build: { outDir: 'dist', emptyOutDir: true, sourcemap: false },
  server: { port: 4181, proxy: { '/api': 'http://127.0.0.1:4180' } },
});
