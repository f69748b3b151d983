/** The long rows of made-up rigs, whole; `npm test` tries the first few of each. About five minutes. */
import { ensurePackages, run, say } from './steps.mjs';

await ensurePackages();
say('Made-up rigs against exhaustive search (about five minutes)');
const files = [
  'propose/exhaustive',
  'propose/quieter',
  'staging/exhaustive',
  'checks/any-pair',
  'advice/advice',
];
process.exitCode = await run('npx', ['jest', '--selectProjects', 'core', '--runInBand', ...files], {
  env: { ...process.env, DIAPHON_BATTERIES: '1' },
});
