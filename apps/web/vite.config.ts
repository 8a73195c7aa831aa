import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // The workspace's packages are taken as source, so that the browser gets modules and not the server's build.
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  // The content security policy allows no data: fonts or workers.
  build: { target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 9000, sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4173', '/health': 'http://127.0.0.1:4173' } },
});
