/**
 * What the engine works out of a rig in folders that no mutant can reach is worked out once, and kept from mutant to mutant:
 * a mutant of a check meets rigs that are solved already.
 */
import { readFileSync } from 'node:fs';
import { relative, resolve, sep } from 'node:path';

const SOURCES = resolve('packages/core/src');
/** Where whatever other folders remember is kept: nobody knows whose it is. */
const OF_ALL = 'catalogue/once-per.ts';
/** The steps of a pass, by file: what each gives follows from what these arguments are. */
const STEPS = {
  'rig/lookup.ts': { lookup: 1, withConditions: 2 },
  'rig/read-rig.ts': { readRigValue: 1 },
  'circuit/circuit.ts': { solveCircuit: 1 },
  'flow/usb-links.ts': { usbTree: 1 },
  'flow/build.ts': { buildFlow: 3 },
  'gain/arrivals.ts': { hearEverything: 2 },
  'gain/strand.ts': { strandsOf: 2 },
  'feeds/feeds.ts': { feedsOf: 2 },
  'host/usb-power.ts': { usbSupplies: 3 },
};
/** So many characters of rigs and conditions are kept, those used last. */
const MOST_KEPT = 20e6;

const folderOf = (file) => file.split('/')[0];
const importsOf = (source) => [...source.matchAll(/from '\.\.\/(?:\.\.\/)*(\w+)/g)].map(([, to]) => to);

/**
 * Folders a mutant can reach: those with mutants, and those that take from one that it can reach.
 * @param files of the engine without tests, from its root
 */
const reachedFolders = (files) => {
  const takes = new Map();
  const reached = new Set();
  for (const file of files) {
    const source = readFileSync(resolve(SOURCES, file), 'utf8');
    const folder = folderOf(file);
    takes.set(folder, [...(takes.get(folder) ?? []), ...importsOf(source)]);
    if (source.includes('stryMutAct_9fa48')) reached.add(folder);
  }
  for (let size = 0; size !== reached.size;) {
    size = reached.size;
    for (const [folder, from] of takes) if (from.some((one) => reached.has(one))) reached.add(folder);
  }
  return reached;
};

const isThing = (value) => typeof value === 'object' && value !== null;

/** Numbers of models and kinds of lead, alike for those that read the same: the most of a rig, and hardly ever its own. */
const numbers = new WeakMap();
const numbersByText = new Map();
const numberOf = (part) => {
  if (!isThing(part)) return part;
  if (!numbers.has(part)) {
    const text = JSON.stringify(part);
    if (!numbersByText.has(text)) numbersByText.set(text, numbersByText.size);
    numbers.set(part, numbersByText.get(text));
  }
  return numbers.get(part);
};
const numbered = (parts) => (Array.isArray(parts) ? parts.map(numberOf) : parts);
const textOf = (value) =>
  JSON.stringify(
    Array.isArray(value)
      ? value
      : { ...value, models: numbered(value.models), leadKinds: numbered(value.leadKinds) },
  );

/** The one object for all that read the same, those used last. */
const alike = new Map();
const known = new WeakMap();
let length = 0;
const oneOf = (value) => {
  if (known.has(value)) return known.get(value);
  const text = textOf(value);
  const one = alike.get(text) ?? value;
  known.set(value, one);
  if (!alike.delete(text)) length += text.length;
  alike.set(text, one);
  for (const old of alike.keys()) {
    if (length <= MOST_KEPT) break;
    alike.delete(old);
    length -= old.length;
  }
  return one;
};

/** Documents come as copies of one another; whatever is worked out of one is one object. */
const READ_BY_VALUE = new Set(['lookup', 'withConditions', 'readRigValue']);

/** A step that gives again what it gave for the same. */
const keeping = (name, step, count) => {
  const root = new WeakMap();
  const isByValue = READ_BY_VALUE.has(name);
  return (...given) => {
    if (!isThing(given[0])) return step(...given);
    const keys = given.slice(0, count);
    if (isByValue) keys.push(oneOf(keys.pop()));
    let at = root;
    for (const key of keys.slice(0, -1)) {
      if (!at.has(key)) at.set(key, new WeakMap());
      at = at.get(key);
    }
    const last = keys.at(-1);
    if (!at.has(last)) at.set(last, { is: step(...given) });
    return at.get(last).is;
  };
};

/**
 * @param files of the engine without tests
 * @returns {(path: string, source: string) => { source: string, forgets: boolean }} a file as it is read, and whether what it
 *   remembers is forgotten between mutants
 */
export const keepBelow = (files) => {
  const reached = reachedFolders(files);
  globalThis.keeping = keeping;
  return (path, source) => {
    const file = relative(SOURCES, path).split(sep).join('/');
    const forgets = reached.has(folderOf(file)) || file === OF_ALL;
    let text = source;
    if (!forgets)
      for (const [name, count] of Object.entries(STEPS[file] ?? {})) {
        const plain = `export const ${name} = `;
        if (!text.includes(plain)) throw new Error(`${file} has no ${name} of its own (any more)`);
        text = text.replace(plain, `const ${name}_ = `);
        text += `\nexport const ${name} = keeping('${name}', ${name}_, ${count});\n`;
      }
    return { source: text, forgets };
  };
};
