import tailwindcss from '@tailwindcss/vite';
import { createRequire } from 'node:module';
import { dirname } from 'node:path';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { engineFile } from './build/engineFile';
import { firstLoad, isPupils } from './build/firstLoad';

/** The engraving engine is the largest file that has to be there without a network. */
const LARGEST_KEPT_BYTES = 12 * 1024 * 1024;

const SERVER = `http://127.0.0.1:${process.env.API_PORT ?? 4173}`;

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    firstLoad(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src',
      filename: 'serviceWorker.ts',
      injectRegister: null,
      injectManifest: {
        globPatterns: ['assets/**/*.{js,css,woff2,wasm}', 'mark.svg'],
        // Letters of other scripts come with the page that has some, what reads pictures with the first picture.
        globIgnores: ['**/*-{vietnamese,greek,cyrillic,cyrillic-ext}-*.woff2', '**/ort-wasm-*.wasm'],
        maximumFileSizeToCacheInBytes: LARGEST_KEPT_BYTES,
        manifestTransforms: [
          (files) => ({ manifest: files.filter(({ url }) => !url.endsWith('.js') || isPupils(url)), warnings: [] }),
        ],
      },
      manifest: {
        name: 'Cifra',
        short_name: 'Cifra',
        description: 'From one written line to a figured page for every instrument.',
        start_url: '/',
        display: 'standalone',
        background_color: '#ffffff',
        theme_color: '#0a7264',
        icons: [{ src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
    }),
  ],
  // The workspace's packages are taken as source, so that the browser gets modules and not the server's build.
  resolve: {
    conditions: ['source', 'module', 'browser', 'development|production'],
    // The package that runs the network names its two files nowhere.
    alias: { 'network-runtime': dirname(createRequire(import.meta.url).resolve('onnxruntime-web/wasm')) },
  },
  worker: { format: 'es', plugins: () => [engineFile()] },
  // The content security policy allows no data: fonts or workers.
  build: { target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 9000, sourcemap: false },
  server: { proxy: { '/api': SERVER, '/health': SERVER } },
});
