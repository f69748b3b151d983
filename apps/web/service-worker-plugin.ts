import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import type { Plugin } from 'vite';

/** What the interface is made of; fonts once, in the form every browser takes that has service workers. */
const IS_KEPT = /\.(js|css|wasm|woff2|svg)$/;

/** Builds the service worker and tells it every file of this build. */
export const serviceWorker = (): Plugin => ({
  name: 'service-worker',
  apply: 'build',
  enforce: 'post',
  async generateBundle(_options, bundle) {
    const files = Object.keys(bundle)
      .filter((name) => IS_KEPT.test(name))
      .sort();
    const page = String((bundle['index.html'] as { source?: unknown } | undefined)?.source ?? '');
    const version = createHash('sha256').update(files.join()).update(page).digest('hex').slice(0, 16);
    const { outputFiles } = await build({
      entryPoints: [fileURLToPath(new URL('./src/offline/service-worker.ts', import.meta.url))],
      bundle: true,
      minify: true,
      write: false,
      format: 'iife',
      target: 'es2022',
      define: {
        FILES: JSON.stringify(files),
        VERSION: JSON.stringify(version),
        'process.env.NODE_ENV': '"production"',
      },
    });
    this.emitFile({ type: 'asset', fileName: 'service-worker.js', source: outputFiles[0]!.text });
  },
});
