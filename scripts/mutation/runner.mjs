/**
 * Runs the core's tests for Stryker in one warm process (`tests.mjs`): to read the engine anew for each of some thousand mutants would
 * take days. A mutant meets the tests of its own file first, then the quickest; what all of them together take is bounded, so that
 * one that lives costs seconds. A test left out by the bound can only make the score lower.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, relative, resolve } from 'node:path';
import { declareFactoryPlugin, PluginKind } from '@stryker-mutator/api/plugin';
import { forget, meetAs, met, readSource, testsOf, timed, withMutant } from './tests.mjs';

const SOURCES = 'packages/core/src';
const BUDGET_MS = Number(process.env['MUTATION_BUDGET_MS'] ?? 2000);
const FOLDERS = (process.env['MUTATION_TESTS'] ?? '').split(',');
/** They wait for other programs, or work for many seconds. */
const SLOW = /ngspice|any-pair|schema\.test|exhaustive/;
/** How long each test took in the first run: for the process next to it. */
const TIMES = 'mutation-times.json';

/** What a test file works out while it is read counts as a test of it, by this name. */
const readingOf = (file) => `${file} › (read)`;
const fileOf = (id) => id.slice(0, id.indexOf(' › '));

const grouped = (items, keyOf) => {
  const groups = new Map();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
};

const files = readdirSync(SOURCES, { recursive: true })
  .filter((name) => name.endsWith('.ts'))
  .sort();
const testFiles = files.filter(
  (name) =>
    name.endsWith('.test.ts') && !SLOW.test(name) && FOLDERS.some((folder) => name.startsWith(folder)),
);
const sourceFiles = files.filter((name) => !/(^|[./])test(ing)?\.ts$/.test(name));

/** How far a test file is from a source file: its own, its folder's, another's. */
const distance = (test, source) =>
  basename(test, '.test.ts') === basename(source, '.ts') ? 0 : dirname(test) === dirname(source) ? 1 : 2;

class WarmRunner {
  /** Ms by id, those that read a file among them. */
  #took = new Map();

  capabilities() {
    return { reloadEnvironment: true };
  }

  async init() {
    for (const file of sourceFiles) readSource(resolve(SOURCES, file));
  }

  async dryRun() {
    for (const file of testFiles) {
      const failed = await this.#run(file, undefined, (id, ms) => this.#took.set(id, ms));
      if (failed) return { status: 'error', errorMessage: `${failed.id}: ${failed.error?.stack}` };
    }
    writeFileSync(TIMES, JSON.stringify([...this.#took]));
    return {
      status: 'complete',
      tests: [...this.#took].map(([id, timeSpentMs]) => {
        return { id, name: id, status: 0, timeSpentMs, fileName: resolve(SOURCES, fileOf(id)) };
      }),
      mutantCoverage: this.#bounded(met),
    };
  }

  async mutantRun({ activeMutant, testFilter, hitLimit, sandboxFileName }) {
    if (!this.#took.size) this.#took = new Map(JSON.parse(readFileSync(TIMES, 'utf8')));
    forget();
    const source = relative(resolve(SOURCES), sandboxFileName);
    let nrOfTests = 0;
    for (const [file, ids] of this.#inOrder(testFilter ?? [...this.#took.keys()], source)) {
      const failed = await withMutant(activeMutant.id, hitLimit, () =>
        this.#run(file, new Set(ids), () => (nrOfTests += 1)),
      );
      if (!failed) continue;
      // A test that fails without the mutant, too, says nothing of it.
      forget();
      const still = await this.#run(file, new Set([failed.id]), () => {});
      return still
        ? { status: 'error', errorMessage: `${still.id} fails by itself: ${still.error?.message}` }
        : {
            status: 'killed',
            killedBy: [failed.id],
            failureMessage: String(failed.error?.message),
            nrOfTests,
          };
    }
    return { status: 'survived', nrOfTests };
  }

  /**
   * Runs tests of a file until one fails.
   * @param wanted ids; all if not given, and then it is said which is at work
   * @returns the test that failed, if one did
   */
  async #run(file, wanted, onDone) {
    const begin = (id) => {
      if (wanted) return;
      forget();
      meetAs(id);
    };
    let id = readingOf(file);
    try {
      begin(id);
      const [{ tests, end }, read] = await timed(() => testsOf(resolve(SOURCES, file), file));
      onDone(id, read);
      for (const test of tests) {
        // One that is there only now is run, too.
        if (wanted && !wanted.has(test.id) && this.#took.has(test.id)) continue;
        id = test.id;
        begin(id);
        onDone(id, (await timed(test.run))[1]);
      }
      await end();
    } catch (error) {
      return { id, error };
    }
  }

  /** Tests by their files: the nearest file first, then the one that is through soonest. */
  #inOrder(ids, source) {
    const cost = (all) => all.reduce((sum, id) => sum + this.#took.get(id), 0);
    return [...grouped(ids, fileOf)]
      .map(([file, all]) => [file, all, distance(file, source), cost([readingOf(file), ...all])])
      .sort(([, , near, quick], [, , nearB, quickB]) => near - nearB || quick - quickB);
  }

  /** For each mutant its nearest and quickest tests, as many as there is time for; where reading a file meets it, any test of that. */
  #bounded({ static: fixed, perTest }) {
    const testsByFile = grouped([...this.#took.keys()], fileOf);
    const meeting = new Map();
    for (const [id, hits] of Object.entries(perTest)) {
      const ids = id === readingOf(fileOf(id)) ? testsByFile.get(fileOf(id)) : [id];
      for (const mutant of Object.keys(hits)) {
        if (!meeting.has(mutant)) meeting.set(mutant, new Set());
        for (const each of ids) meeting.get(mutant).add(each);
      }
    }
    const bounded = Object.fromEntries([...this.#took.keys()].map((id) => [id, {}]));
    const homes = homesOfMutants();
    for (const [mutant, ids] of meeting) {
      let left = BUDGET_MS;
      for (const [file, all] of this.#inOrder([...ids], homes.get(mutant) ?? '')) {
        left -= this.#took.get(readingOf(file));
        for (const id of all.toSorted((a, b) => this.#took.get(a) - this.#took.get(b))) {
          if (left < 0) break;
          left -= this.#took.get(id);
          bounded[id][mutant] = perTest[id]?.[mutant] ?? 1;
        }
      }
    }
    return { static: fixed, perTest: bounded };
  }
}

/** In which file each mutant stands. */
const homesOfMutants = () => {
  const homes = new Map();
  for (const file of sourceFiles)
    for (const [, mutant] of readFileSync(join(SOURCES, file), 'utf8').matchAll(
      /stryMutAct_9fa48\("(\d+)"\)/g,
    ))
      homes.set(mutant, file);
  return homes;
};

const makeRunner = () => new WarmRunner();
makeRunner.inject = [];
export const strykerPlugins = [declareFactoryPlugin(PluginKind.TestRunner, 'warm', makeRunner)];
