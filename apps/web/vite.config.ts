import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { serviceWorker } from './service-worker-plugin';

export default defineConfig({
  plugins: [react(), tailwindcss(), serviceWorker()],
  // The engine is taken from its sources, so that what a view does not use is left out.
  resolve: { conditions: ['source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  build: { target: 'es2022', modulePreload: { polyfill: false } },
  server: { port: 5173, strictPort: true, proxy: { '/api': 'http://127.0.0.1:4380' } },
});
