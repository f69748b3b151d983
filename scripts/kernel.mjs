/** Compiles the loops of `measure/` to WebAssembly: packages/core/assembly → packages/core/src/measure/kernel/bytes.ts. `--print` only shows them. */
import { Buffer } from 'node:buffer';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import asc from 'assemblyscript/asc';
import { giveUp, ROOT, say } from './steps.mjs';

let bytes;
const { error, stderr } = await asc.main(
  [
    ...['measure.ts', '--baseDir', join(ROOT, 'packages/core/assembly'), '--outFile', 'measure.wasm'],
    ...['-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd', '--importMemory', '--noExportMemory'],
  ],
  { writeFile: (_name, contents) => (bytes = contents) },
);
if (error) giveUp(`The loops do not compile:\n${stderr}`);
const text = Buffer.from(bytes).toString('base64');
const source = `/** What \`npm run kernel\` makes of packages/core/assembly: ${bytes.length} bytes of WebAssembly, in base64. */
export const KERNEL_BYTES =
  '${text}';
`;
if (process.argv.includes('--print')) process.stdout.write(source);
else {
  writeFileSync(join(ROOT, 'packages/core/src/measure/kernel/bytes.ts'), source);
  say(`${bytes.length} bytes`);
}
