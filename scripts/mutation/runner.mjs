/**
 * Runs the core's tests for Stryker in one warm process (`tests.mjs`): to read the engine anew for each of some thousand mutants would
 * take days. A mutant meets the tests that get furthest into its file for the time they take, those of its own file ahead;
 * what all of them together take is bounded, so that one that lives costs seconds. A test left out can only make the score lower.
 */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { declareFactoryPlugin, PluginKind } from '@stryker-mutator/api/plugin';
import { keepBelow } from './kept.mjs';
import { forget, meetAs, met, readAs, readSource, testsOf, timed, withMutant } from './tests.mjs';

const SOURCES = 'packages/core/src';
const BUDGET_MS = Number(process.env['MUTATION_BUDGET_MS'] ?? 3000);
const FOLDERS = (process.env['MUTATION_TESTS'] ?? '').split(',');
/** They wait for other programs, or work for many seconds. */
const SLOW = /ngspice|any-pair|schema\.test|exhaustive/;
/** What takes more than this part of the time that is left is dear. */
const DEAR = 8;
/** Whatever is quicker is as quick as that. */
const LEAST_MS = 5;
/** Which tests each mutant meets, in order, as the first run has found: for the process next to it. */
const PLAN = 'mutation-plan.json';

/** What a test file works out while it is read counts as a test of it, by this name. */
const readingOf = (file) => `${file} › (read)`;
const fileOf = (id) => id.slice(0, id.indexOf(' › '));

const grouped = (items, keyOf) => {
  const groups = new Map();
  for (const item of items) valueAt(groups, keyOf(item), () => []).push(item);
  return groups;
};

/** What a map has for a key, made where it has nothing. */
const valueAt = (map, key, make) => {
  if (!map.has(key)) map.set(key, make());
  return map.get(key);
};

/** Listed where a process works, once it works there: whoever edits meanwhile does so elsewhere. */
let sourceFiles = [];
let testFiles = [];
const listFiles = () => {
  const files = readdirSync(SOURCES, { recursive: true })
    .filter((name) => name.endsWith('.ts'))
    .sort();
  testFiles = files.filter(
    (name) =>
      name.endsWith('.test.ts') && !SLOW.test(name) && FOLDERS.some((folder) => name.startsWith(folder)),
  );
  sourceFiles = files.filter((name) => !/(^|[./])test(ing)?\.ts$/.test(name));
};

const folderOf = (file) => file.split('/')[0];
/** Whether a test file is there for a source file: by its name, in the same folder or one of its folders. */
const isFor = (test, source) =>
  basename(test, '.test.ts') === basename(source, '.ts') && folderOf(test) === folderOf(source);

class WarmRunner {
  /** Ms by id, those that read a file among them. */
  #took = new Map();
  /** Ids, and by mutant which of them it meets, by their numbers. */
  #plan = { ids: [], met: {} };

  capabilities() {
    return { reloadEnvironment: true };
  }

  async init() {
    listFiles();
    readAs(keepBelow(sourceFiles));
    for (const file of sourceFiles) readSource(resolve(SOURCES, file));
  }

  async dryRun() {
    for (const file of testFiles) {
      const failed = await this.#run(file, undefined, (id, ms) => this.#took.set(id, ms));
      if (failed) return { status: 'error', errorMessage: `${failed.id}: ${failed.error?.stack}` };
    }
    this.#makePlan();
    writeFileSync(PLAN, JSON.stringify(this.#plan));
    return {
      status: 'complete',
      tests: [...this.#took].map(([id, timeSpentMs]) => {
        return { id, name: id, status: 0, timeSpentMs, fileName: resolve(SOURCES, fileOf(id)) };
      }),
      mutantCoverage: this.#planned(),
    };
  }

  async mutantRun({ activeMutant, hitLimit }) {
    if (!this.#plan.ids.length) this.#plan = JSON.parse(readFileSync(PLAN, 'utf8'));
    forget();
    const ids = (this.#plan.met[activeMutant.id] ?? []).map((at) => this.#plan.ids[at]);
    let nrOfTests = 0;
    for (const [file, own] of grouped(ids, fileOf)) {
      const failed = await withMutant(activeMutant.id, hitLimit, () =>
        this.#run(file, new Set(own), () => (nrOfTests += 1)),
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
   * @param wanted ids; all if not given, and then it is said which is at work, and each is run twice: how long it takes is how long
   *   it takes where what is kept is known already
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
      const readFile = () => testsOf(resolve(SOURCES, file), file);
      if (!wanted) await readFile();
      begin(id);
      const [{ tests, end }, read] = await timed(readFile);
      onDone(id, read);
      for (const test of tests) {
        if (wanted && !wanted.has(test.id)) continue;
        id = test.id;
        begin(id);
        if (!wanted) await test.run();
        begin(id);
        onDone(id, (await timed(test.run))[1]);
      }
      await end();
    } catch (error) {
      return { id, error };
    }
  }

  /**
   * For each mutant the tests of all files by turns, its own file's first, those ahead that get furthest into its file for their time,
   * as many as there is time for; where reading a test file meets it, any test of that.
   */
  #makePlan() {
    const ids = [...this.#took.keys()];
    const number = new Map(ids.map((id, at) => [id, at]));
    const testsByFile = grouped(ids, fileOf);
    const homes = homesOfMutants();
    /** By mutant, the tests that meet it. */
    const meeting = new Map();
    for (const [id, hits] of Object.entries(met.perTest)) {
      const all = id === readingOf(fileOf(id)) ? testsByFile.get(fileOf(id)) : [id];
      for (const mutant of Object.keys(hits))
        for (const each of all) valueAt(meeting, mutant, () => new Set()).add(each);
    }
    /** By file of mutants, how far into it each test gets: what few tests meet counts for more than what all do. */
    const depths = new Map();
    for (const [mutant, tests] of meeting) {
      const depth = valueAt(depths, homes.get(mutant), () => new Map());
      for (const id of tests) depth.set(id, (depth.get(id) ?? 0) + 1 / tests.size);
    }
    const took = (id) => this.#took.get(id);
    const orderIn = new Map(
      [...depths].map(([home, depth]) => {
        const together = grouped([...depth.keys()], fileOf);
        // Its file is read once for all of its tests.
        const costs = (id) => took(id) + took(readingOf(fileOf(id))) / together.get(fileOf(id)).length;
        const worth = (id) => depth.get(id) / (costs(id) + LEAST_MS);
        const byWorth = (a, b) => worth(b) - worth(a);
        // Turn by turn from each file, its own first: tests of one file are much alike.
        const queues = [...grouped([...depth.keys()].sort(byWorth), fileOf)].sort(
          ([a, [firstA]], [b, [firstB]]) => isFor(b, home) - isFor(a, home) || byWorth(firstA, firstB),
        );
        const rounds = Math.max(0, ...queues.map(([, ids]) => ids.length));
        const order = Array.from({ length: rounds }, (_, round) =>
          queues.flatMap(([, ids]) => ids.slice(round, round + 1)),
        ).flat();
        return [home, order];
      }),
    );
    const bounded = (mutant, all) => {
      let left = BUDGET_MS;
      const read = new Set();
      const chosen = [];
      for (const id of orderIn.get(homes.get(mutant))) {
        if (!all.has(id)) continue;
        const file = fileOf(id);
        const cost = took(id) + (read.has(file) ? 0 : took(readingOf(file)));
        // Nothing dear may keep many others out; where there is nothing else, it is met.
        if (chosen.length > 0 && cost > left / DEAR) continue;
        read.add(file);
        left -= cost;
        chosen.push(number.get(id));
      }
      return chosen;
    };
    this.#plan = {
      ids,
      met: Object.fromEntries([...meeting].map(([mutant, all]) => [mutant, bounded(mutant, all)])),
    };
  }

  /** The plan as Stryker keeps it: how often each test meets whom. */
  #planned() {
    const { ids, met: plan } = this.#plan;
    const perTest = Object.fromEntries(ids.map((id) => [id, {}]));
    // Its file is read for each of its tests: how often that meets a mutant counts towards how often it may be met at all.
    const timesMet = (id, mutant) =>
      [id, readingOf(fileOf(id))].reduce((sum, one) => sum + (met.perTest[one]?.[mutant] ?? 0), 0);
    for (const [mutant, numbers] of Object.entries(plan))
      for (const at of numbers) perTest[ids[at]][mutant] = timesMet(ids[at], mutant);
    return { static: met.static, perTest };
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
