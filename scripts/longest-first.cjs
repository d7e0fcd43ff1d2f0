/**
 * Runs the files of tests that take longest first, so that none of them is alone in the end while the other core has
 * nothing to do. What each took is kept in test-times.json: files that are not in it are thought to be short.
 */
const Sequencer = require("@jest/test-sequencer").default;
const path = require("node:path");
const times = require("./test-times.json");

const root = path.join(__dirname, "..");
const secondsOf = (test) => times[path.relative(root, test.path)] ?? 0;

module.exports = class LongestFirst extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => secondsOf(b) - secondsOf(a) || (a.path < b.path ? -1 : 1));
  }
};
