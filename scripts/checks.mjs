/**
 * Runs every check and ends with one line, "N passed, N failed": each test counts, and each of the
 * other checks as one. Arguments name checks to run alone. Called by bin/test, which sets up the rest.
 */
import { spawn } from "node:child_process";
import { readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";

/** What each file of tests took, seconds: the longest are begun first. Kept anew in .local, to be copied here now and then. */
const timesFile = "test-times.json";
const times = JSON.parse(readFileSync(`scripts/${timesFile}`, "utf8"));
/** Files of tests and other checks with their seconds; the slowest are told in the end. */
const slowest = [];
const TOLD = 25;
let passed = 0;
let failed = 0;

/** One check, its output kept together until it ends, since others run beside it. */
async function check(name, command, ...args) {
  const began = Date.now();
  const said = [];
  const child = spawn(command === "node" ? command : "node_modules/.bin/" + command, args, { env: process.env });
  child.stdout.on("data", (part) => said.push(part));
  child.stderr.on("data", (part) => said.push(part));
  const ok = await new Promise((done) => {
    child.on("error", () => done(false));
    child.on("close", (code) => done(code === 0));
  });
  if (ok) passed++;
  else failed++;
  slowest.push([(Date.now() - began) / 1000, name]);
  process.stdout.write(`\n— ${name}\n${Buffer.concat(said)}`);
  console.log(`${ok ? "passed" : "FAILED"}: ${name} (${((Date.now() - began) / 1000).toFixed(1)} s)`);
}

async function tests(name, args = [], env = {}) {
  console.log(`\n— ${name}`);
  const results = `.local/test-results-${name}.json`;
  rmSync(results, { force: true });
  const child = spawn(
    "node_modules/.bin/jest",
    ["--selectProjects", name, "--json", "--outputFile", results, ...args],
    { stdio: "inherit", env: { ...process.env, ...env } },
  );
  const status = await new Promise((done) => {
    child.on("error", () => done(1));
    child.on("close", done);
  });
  try {
    const counts = JSON.parse(readFileSync(results, "utf8"));
    for (const { name: file, startTime, endTime } of counts.testResults) {
      const seconds = (endTime - startTime) / 1000;
      slowest.push([seconds, `${name} ${path.relative(".", file)}`]);
      times[path.relative(".", file)] = Math.round(seconds);
    }
    passed += counts.numPassedTests;
    // A suite that does not even load has no tests to count, yet has failed.
    failed += Math.max(counts.numFailedTests, counts.numRuntimeErrorTestSuites, status === 0 ? 0 : 1);
  } catch {
    failed++;
  }
}

/** What only reads the code: two at a time, the longest first. */
const reading = {
  types: () => check("types", "tsgo", "--noEmit"),
  lint: () => check("lint", "oxlint", "--deny-warnings", "."),
  format: () => check("format", "oxfmt", "--check", "."),
  core: () => check("core without DOM or Node", "tsgo", "--noEmit", "-p", "src/core"),
  put: () => check("words are put into a language", "node", "scripts/words-put.mjs"),
  words: () => check("words", "node", "scripts/words.mjs", "--check"),
  dead: () => check("no dead code", "knip", "--no-progress"),
  boundaries: () =>
    check("boundaries", "depcruise", "--config", "scripts/boundaries.cjs", "src", "demo", "campaign", "e2e"),
};

/** What runs the code: one row after the other, each on both cores. */
const running = [
  // Jest would leave one of two cores to itself.
  { unit: () => tests("unit", ["--maxWorkers=2"]) },
  // Each waits much of its time.
  {
    database: () => tests("database", ["--runInBand"], { DATABASE_URL: process.env.FLATSTONE_ALONE_DATABASE_URL }),
    campaign: () => check("campaign", "node", process.env.FLATSTONE_BUNDLES + "/campaign.mjs", "--short"),
  },
  { browser: () => tests("browser", ["--maxWorkers=2"]) },
];

/** Only where asked for: another browser, and the app built with a seventh course. */
const onlyAsked = {
  firefox: () => tests("firefox", ["--runInBand"]),
  seventh: () => tests("seventh", ["--runInBand"]),
};

const wanted = process.argv.slice(2);
const asked = (name) => wanted.length === 0 || wanted.includes(name);
const waiting = Object.keys(reading).filter(asked);
const lane = async () => {
  for (let name = waiting.shift(); name; name = waiting.shift()) await reading[name]();
};
await Promise.all([lane(), lane()]);
for (const row of running) {
  const began = Date.now();
  await Promise.all(Object.entries(row).map(([name, go]) => asked(name) && go()));
  const names = Object.keys(row).filter(asked);
  if (names.length > 0) console.log(`${names.join(" and ")}: ${((Date.now() - began) / 1000).toFixed(0)} s`);
}
writeFileSync(`.local/${timesFile}`, JSON.stringify(times, null, 1));
for (const [name, go] of Object.entries(onlyAsked)) if (wanted.includes(name)) await go();
console.log("\nSlowest, seconds:");
for (const [seconds, what] of slowest.sort((a, b) => b[0] - a[0]).slice(0, TOLD))
  console.log(`${seconds.toFixed(1).padStart(7)}  ${what}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 || passed === 0 ? 1 : 0;
