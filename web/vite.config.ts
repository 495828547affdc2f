import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';
import { defineConfig } from 'vite';
import { generateSW } from 'workbox-build';

const DIST = fileURLToPath(new URL('dist', import.meta.url));
const DAYS = 24 * 3600;

/**
 * The service worker: every screen is there without a network, and what was read of the day's dogs. A new version waits until every tab is closed,
 * so that it never comes under a dog on the table.
 */
const offline = (): Plugin => ({
  name: 'kurrel-offline',
  apply: 'build',
  async closeBundle() {
    await generateSW({
      globDirectory: DIST,
      globPatterns: ['index.html', 'icon.svg', 'manifest.webmanifest', 'assets/**/*.{js,css,woff2}'],
      swDest: `${DIST}/sw.js`,
      inlineWorkboxRuntime: true,
      sourcemap: false,
      maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
      navigateFallback: '/index.html',
      navigateFallbackDenylist: [/^\/api\//, /^\/(healthz|readyz)/],
      skipWaiting: false,
      clientsClaim: true,
      cleanupOutdatedCaches: true,
      runtimeCaching: [
        {
          // Newest first; what was read last where nobody answers. Streams and searches are not kept.
          urlPattern: ({ url, request }) =>
            request.method === 'GET' &&
            /^\/api\/(session|salon|drawer|shelf|visits|visits\/[^/]+(\/log)?)$/.test(url.pathname),
          handler: 'NetworkFirst',
          options: {
            cacheName: 'kurrel-day',
            networkTimeoutSeconds: 6,
            cacheableResponse: { statuses: [200] },
            expiration: { maxEntries: 200, maxAgeSeconds: 2 * DAYS },
          },
        },
      ],
    });
  },
});

export default defineConfig({
  plugins: [react(), offline()],
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  build: { chunkSizeWarningLimit: 1200, assetsInlineLimit: 0 },
  server: { port: 4180, proxy: { '/api': 'http://127.0.0.1:4181' } },
});
