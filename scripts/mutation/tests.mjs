/**
 * The core's tests in one warm process: the engine is read once, its test files again each time they are run, so that what they work
 * out while they are read is worked out by the engine as it is then. What the engine remembers can be made to be forgotten.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { performance } from 'node:perf_hooks';
import { transformSync } from '@swc/core';
import { expect } from 'expect';
import { bind } from 'jest-each';
import { addHook } from 'pirates';

const require = createRequire(import.meta.url);
const JSC = { target: 'es2022', parser: { syntax: 'typescript' } };
const IS_OF_TESTS = /\.(test|testing)\.ts$|[\\/]testing\.ts$/;

/** @type {number} how often all was forgotten */
let forgotten = 0;

/** A WeakMap that is empty after `forget`: nothing one mutant worked out is taken for what another would. */
globalThis.ForgetfulWeakMap = class {
  #kept = new WeakMap();
  #since = forgotten;
  #now() {
    if (this.#since !== forgotten) {
      this.#kept = new WeakMap();
      this.#since = forgotten;
    }
    return this.#kept;
  }
  get = (key) => this.#now().get(key);
  has = (key) => this.#now().has(key);
  delete = (key) => this.#now().delete(key);
  set(key, value) {
    this.#now().set(key, value);
    return this;
  }
};

/** Which mutant is active, and who meets which: what Stryker writes into each file does both in a way several times slower. */
const stryker = (globalThis.__stryker__ = { mutantCoverage: { static: {}, perTest: {} } });
let active;
let left = Infinity;
let counts = stryker.mutantCoverage.static;
globalThis.mutants = {
  isActive(id) {
    if (id !== active) return false;
    if ((left -= 1) < 0) throw new Error('Round and round');
    return true;
  },
  cover() {
    if (counts) for (const id of arguments) counts[id] = (counts[id] ?? 0) + 1;
  },
};
const HEAD = 'const { mutants, keeping } = globalThis;';
const FORGETS = 'const { ForgetfulWeakMap: WeakMap } = globalThis;';
const instrumented = (source) =>
  source
    .replace(/function stryNS_9fa48\(\)[\s\S]*?return isActive\(id\);\n\}/, '')
    .replace(/stryMutAct_9fa48\("(\d+)"\)/g, 'mutants.isActive($1)')
    .replaceAll('stryCov_9fa48(', 'mutants.cover(');

/** From now on what is met is met by this test. */
export const meetAs = (test) => {
  counts = stryker.mutantCoverage.perTest[test] ??= {};
};
/** How often each test met whom, as Stryker keeps it. */
export const met = stryker.mutantCoverage;

/** Runs with a mutant, which may be reached so many times. */
export const withMutant = async (id, limit, task) => {
  [active, left, counts] = [Number(id), limit ?? Infinity, undefined];
  try {
    return await task();
  } finally {
    active = undefined;
  }
};

/** Nobody remembers what was worked out before. */
export const forget = () => {
  forgotten += 1;
  for (const name of Object.keys(require.cache)) if (IS_OF_TESTS.test(name)) delete require.cache[name];
};

/** How a file of the engine is read: all forget where nothing else is said. */
let asRead = (_path, source) => ({ source, forgets: true });
/** From now on files are read so, before any is. */
export const readAs = (how) => (asRead = how);

const compiled = new Map();
addHook(
  (_code, path) => {
    if (!compiled.has(path)) {
      const { source, forgets } = asRead(path, instrumented(readFileSync(path, 'utf8')));
      const { code } = transformSync(source, { filename: path, jsc: JSC, module: { type: 'commonjs' } });
      compiled.set(path, code.replace(/"use strict";/, `"use strict";${HEAD}${forgets ? FORGETS : ''}`));
    }
    return compiled.get(path);
  },
  { exts: ['.ts'], ignoreNodeModules: true },
);

/** Reads a file of the engine, once. */
export const readSource = (path) => void require(path);

/** Where tests are put down while a file is read. */
let suite;
const inside = (name, body) => {
  const within = suite;
  suite = {
    name: `${within.name}${name} › `,
    before: [...within.before],
    after: within.after,
    tests: within.tests,
  };
  body();
  suite = within;
};
const once = (task) => {
  let begun;
  return () => (begun ??= task());
};
const it = (name, task) => suite.tests.push({ name: `${suite.name}${name}`, before: suite.before, task });
it.each = bind(it);
const describe = Object.assign(inside, { each: bind(inside, false) });
Object.assign(globalThis, {
  ...{ describe, it, test: it, expect },
  beforeAll: (task) => suite.before.push(once(task)),
  afterAll: (task) => suite.after.push(task),
});

/**
 * The tests of a file, read anew.
 * @param label how the file is called in ids
 * @returns {{ tests: { id: string, run: () => Promise<void> }[], end: () => Promise<void> }} each id is of one test of all files
 */
export const testsOf = (path, label) => {
  delete require.cache[path];
  suite = { name: `${label} › `, before: [], after: [], tests: [] };
  require(path);
  const { tests, after } = suite;
  const named = new Map();
  return {
    tests: tests.map(({ name, before, task }) => {
      const before_ = named.get(name) ?? 0;
      named.set(name, before_ + 1);
      return {
        id: before_ ? `${name} (${before_ + 1})` : name,
        run: async () => {
          for (const prepare of before) await prepare();
          await task();
        },
      };
    }),
    end: async () => {
      for (const task of after) await task();
    },
  };
};

/** @returns {Promise<[unknown, number]>} what a task gives and how long it took, ms */
export const timed = async (task) => {
  const start = performance.now();
  const given = await task();
  return [given, performance.now() - start];
};
