import { ensureBuilt, ensureInstalled, say } from './steps.mjs';

await ensureInstalled();
await ensureBuilt();
say('Built.');
