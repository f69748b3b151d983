/** What is touched since the last commit: its lint, its types, and the tests that read it. */
import { spawnSync } from 'node:child_process';
import { ROOT, run, say } from './steps.mjs';

const listed = (...args) =>
  spawnSync('git', args, { cwd: ROOT, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);
const since = process.argv[2] ?? 'HEAD';
const touched = [
  ...listed('diff', '--name-only', '--diff-filter=d', since),
  ...listed('ls-files', '--others', '--exclude-standard'),
];
const code = touched.filter((file) => /\.(?:ts|tsx|mjs|cjs)$/u.test(file));
if (touched.length === 0) {
  say(`Nothing is touched since ${since}`);
  process.exit(0);
}

say(`Format, lint and types of ${touched.length} files`);
const checks = [
  run('npx', ['prettier', '--check', '--ignore-unknown', ...touched]),
  run('npm', ['run', '-s', 'types']),
  ...(code.length > 0 ? [run('npx', ['eslint', ...code])] : []),
];
const codes = await Promise.all(checks);

const tested = code.filter((file) => /^(?:packages|apps)\//u.test(file));
if (tested.length > 0) {
  say('Tests of what is touched, by their names; npm test runs all');
  // The index of a folder is read by everything: a file's own tests, and those of its folder, are nearest.
  const own = tested.map((file) =>
    file.replace(/(?:\.test|\.testing)?\.tsx?$/u, '').replace(/^.*src\//u, ''),
  );
  codes.push(
    await run('npx', ['jest', '--passWithNoTests', '--forceExit', ...own.map((name) => `${name}\\.test`)]),
  );
}
process.exitCode = codes.some((one) => one !== 0) ? 1 : 0;
