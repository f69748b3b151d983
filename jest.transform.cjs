/**
 * Compiles for Jest as usual, and binds what arithmetic uses again and again to each module: inside a test a global is looked up
 * in a sandbox every time, which makes elimination and rendering five times slower than they are in Node.
 */
const swc = require('@swc/jest');

const BOUND = ['Math', 'Number', 'Float64Array', 'Float32Array', 'Map', 'Set', 'Array', 'Object', 'Infinity'];
const HEAD = `const ${BOUND.map((name) => `${name} = globalThis.${name}`).join(', ')};`;

module.exports = {
  createTransformer: (options) => {
    const inner = swc.createTransformer(options);
    return {
      ...inner,
      process: (source, path, rest) => {
        const made = inner.process(source, path, rest);
        // On its first line, so that places in it stay where they are.
        return { ...made, code: made.code.replace(/^"use strict";/, (strict) => `${strict}${HEAD}`) };
      },
    };
  },
};
