/** Installs, builds and starts Diaphon with the Skerry Light demo; prints its address. */
import { join } from 'node:path';
import { ensureReady, ROOT, run, say } from './steps.mjs';

await ensureReady();
say('Starting Diaphon with the demo rigs. Your data stays in ./data; stop with Ctrl+C.');
process.exit(
  await run('node', [join(ROOT, 'apps/server/dist/main.js')], {
    env: { DIAPHON_DEMO: '1', DIAPHON_DATA: join(ROOT, 'data'), ...process.env },
  }),
);
