/** Programs from outside at the same work, run here and now. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** @returns how long a program takes over a file, the median of three runs, milliseconds, with its start */
const timed = (name, text, argumentsOf) => {
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-beside-'));
  const file = join(folder, name);
  writeFileSync(file, text);
  const times = [0, 1, 2].map(() => {
    const start = performance.now();
    const [command, ...rest] = argumentsOf(file);
    const { status } = spawnSync(command, rest, { cwd: folder, stdio: 'ignore' });
    if (status !== 0) throw new Error(`${command} ended with ${status}.`);
    return performance.now() - start;
  });
  rmSync(folder, { recursive: true, force: true });
  return times.sort((a, b) => a - b)[1];
};

/** ngspice over a deck. */
export const byNgspice = (deck) =>
  timed('rig.cir', deck, (file) => ['ngspice', '-b', '-o', '/dev/null', file]);

/** cbc over programmes in the LP format, one after the other, ten seconds at most for each. */
export const byCbc = (texts) =>
  texts.reduce(
    (sum, text) => sum + timed('problem.lp', text, (file) => ['cbc', file, '-sec', '10', '-solve']),
    0,
  );
