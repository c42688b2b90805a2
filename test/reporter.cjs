// Mocha's usual reporter, which also writes down for each test file how many of its tests passed and failed and how long they took, where TALLY names a file.
const { writeFileSync } = require('node:fs');
const { reporters, Runner } = require('mocha');

const { EVENT_TEST_PASS, EVENT_TEST_FAIL, EVENT_RUN_END } = Runner.constants;

module.exports = class extends reporters.Spec {
  constructor(runner, options) {
    super(runner, options);
    const path = process.env.TALLY;
    if (!path) return;
    /** @type {Record<string, { passed: number, failed: number, ms: number }>} */
    const tally = {};
    const of = ({ file = '' }) => {
      tally[file] ??= { passed: 0, failed: 0, ms: 0 };
      return tally[file];
    };
    runner.on(EVENT_TEST_PASS, (test) => {
      of(test).passed++;
      of(test).ms += test.duration ?? 0;
    });
    // Also a hook that fails, and a file that cannot be read.
    runner.on(EVENT_TEST_FAIL, (test) => of(test).failed++);
    runner.once(EVENT_RUN_END, () => writeFileSync(path, JSON.stringify(tally)));
  }
};
