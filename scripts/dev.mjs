/** The server and the interface, both rebuilt as their files change. */
import { join } from 'node:path';
import { ensureDatabase, ensurePackages, mustRun, ROOT, run, say } from './steps.mjs';

await ensurePackages();
say('Building once');
await Promise.all([ensureDatabase(), mustRun('npx', ['tsc', '-b', 'packages/core', 'apps/server'])]);
say('Server on http://127.0.0.1:4380, interface on http://127.0.0.1:5173 (open this one)');
await Promise.race([
  run('npx', ['tsc', '-b', '-w', '--preserveWatchOutput', 'packages/core', 'apps/server']),
  run('node', ['--watch', join(ROOT, 'apps/server/dist/main.js')], {
    env: { DIAPHON_DEMO: '1', DIAPHON_DATA: join(ROOT, 'data'), ...process.env },
  }),
  run('npx', ['vite', '--host', '127.0.0.1'], { cwd: join(ROOT, 'apps/web') }),
]);
