import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';

const paper = '#f4f1e8';

export default defineConfig({
  plugins: [
    react(),
    // The whole interface lies on the device; what the server answers is kept by the interface itself (src/device).
    VitePWA({
      // A newer version waits until every tab is closed: nothing is changed under somebody's hands.
      registerType: 'prompt',
      includeAssets: ['waymark.svg'],
      manifest: {
        name: 'Probe Trail',
        short_name: 'Probe Trail',
        description: 'Diagnostic test plans, followed at the vehicle',
        start_url: '/',
        display: 'standalone',
        background_color: paper,
        theme_color: paper,
        icons: [{ src: '/waymark.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        // Only authors need these, and they write with the network.
        globIgnores: ['**/elk-worker*', '**/pdfmake*', '**/vfs_fonts*'],
        maximumFileSizeToCacheInBytes: 4_000_000,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        runtimeCaching: [
          {
            urlPattern: /\/api\/photos\/[0-9a-f]{64}$/,
            handler: 'CacheFirst',
            options: { cacheName: 'photos', expiration: { maxEntries: 200 } },
          },
        ],
      },
    }),
    // Once here, and not by the server for every device.
    compression({ algorithms: ['gzip'], include: /\.(js|css|html|svg|json|webmanifest)$/ }),
  ],
  // Grid areas keep their names, so that a key can say its own.
  css: { lightningcss: { cssModules: { grid: false } } },
  build: { outDir: 'dist', emptyOutDir: true, sourcemap: false },
  server: { port: 4181, proxy: { '/api': 'http://127.0.0.1:4180' } },
});
