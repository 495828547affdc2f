import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  css: {
    preprocessorOptions: {
      scss: {
        quietDeps: true,
        silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
      },
    },
  },
  build: { chunkSizeWarningLimit: 700, assetsInlineLimit: 0 },
  server: { port: 4180, proxy: { '/api': 'http://127.0.0.1:4181' } },
});
