/** The long rows of made-up rigs, whole; `npm test` tries the first few of each. About seven minutes. */
import { ensurePackages, run, say } from './steps.mjs';

await ensurePackages();
say('Made-up rigs against exhaustive search (about seven minutes)');
const files = [
  'propose/exhaustive',
  'propose/quieter',
  'staging/exhaustive',
  'checks/any-pair',
  'advice/advice',
  'circuit/nets',
  'offers/memory',
  'rig/read-rig',
  'rig/upgrade',
  'rig/swap-model',
];
process.exitCode = await run('npx', ['jest', '--selectProjects', 'core', '--runInBand', ...files], {
  env: { ...process.env, DIAPHON_BATTERIES: '1' },
});
