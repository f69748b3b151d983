/** Writes docs/rig.schema.json, docs/model.schema.json and docs/examples/*.json from the engine. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ensurePackages, mustRun, ROOT, say } from './steps.mjs';

await ensurePackages();
await mustRun('npx', ['tsc', '-b', 'packages/core']);
const { DEMO_RIGS, MODEL_SCHEMA, RIG_SCHEMA } = createRequire(import.meta.url)(
  join(ROOT, 'packages/core/dist/index.js'),
);
const write = (path, value) => writeFileSync(join(ROOT, path), `${JSON.stringify(value, null, 2)}\n`);
write('docs/rig.schema.json', RIG_SCHEMA);
write('docs/model.schema.json', MODEL_SCHEMA);
mkdirSync(join(ROOT, 'docs/examples'), { recursive: true });
for (const { key, rig } of DEMO_RIGS) write(`docs/examples/${key}.json`, rig);
say(`Wrote docs/rig.schema.json, docs/model.schema.json and ${DEMO_RIGS.length} examples.`);
