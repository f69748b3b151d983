/**
 * A share of the core's test files, one after the other in one place: each test file by itself reads and warms up the whole engine
 * anew, which takes as long as the tests. What share: `SHARE` (jest.whole.cjs).
 */
/* global describe */
const { relative } = require('node:path');

for (const file of globalThis.SHARE) {
  describe(relative(__dirname, file), () => {
    require(file);
  });
}
