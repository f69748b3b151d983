import { ensureReady, say } from './steps.mjs';

await ensureReady();
say('Built.');
