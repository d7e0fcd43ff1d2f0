/**
 * Runs every check and ends with one line, "N passed, N failed": each test counts, and each of the
 * other checks as one. Arguments name checks to run alone. Called by bin/test, which sets up the rest.
 */
import { spawn, spawnSync } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import path from "node:path";

const results = ".local/test-results.json";
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

function tests(name, args = [], env = {}) {
  console.log(`\n— ${name}`);
  rmSync(results, { force: true });
  const { status } = spawnSync(
    "node_modules/.bin/jest",
    ["--selectProjects", name, "--json", "--outputFile", results, ...args],
    { stdio: "inherit", env: { ...process.env, ...env } },
  );
  try {
    const counts = JSON.parse(readFileSync(results, "utf8"));
    const files = counts.testResults.map(({ name, startTime, endTime }) => [(endTime - startTime) / 1000, name]);
    slowest.push(...files.map(([seconds, file]) => [seconds, `${name} ${path.relative(".", file)}`]));
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
  words: () => check("words", "node", "scripts/words.mjs", "--check"),
  dead: () => check("no dead code", "knip", "--no-progress"),
  boundaries: () =>
    check("boundaries", "depcruise", "--config", "scripts/boundaries.cjs", "src", "demo", "campaign", "e2e"),
};

/** What runs the code: one after the other, each on both cores. */
const running = {
  // Jest would leave one of two cores to itself.
  unit: () => tests("unit", ["--maxWorkers=2"]),
  database: () => tests("database", ["--runInBand"], { DATABASE_URL: process.env.FLATSTONE_ALONE_DATABASE_URL }),
  campaign: () => check("campaign", "node", process.env.FLATSTONE_BUNDLES + "/campaign.mjs", "--short"),
  // Two pages at a time: much of their time is waiting.
  browser: () => tests("browser", ["--maxWorkers=2"]),
};

/** Only where asked for: it needs another browser. */
const onlyAsked = { firefox: () => tests("firefox", ["--runInBand"]) };

const wanted = process.argv.slice(2);
const asked = (name) => wanted.length === 0 || wanted.includes(name);
const waiting = Object.keys(reading).filter(asked);
const lane = async () => {
  for (let name = waiting.shift(); name; name = waiting.shift()) await reading[name]();
};
await Promise.all([lane(), lane()]);
for (const [name, go] of Object.entries(running)) if (asked(name)) await go();
for (const [name, go] of Object.entries(onlyAsked)) if (wanted.includes(name)) await go();
console.log("\nSlowest, seconds:");
for (const [seconds, what] of slowest.sort((a, b) => b[0] - a[0]).slice(0, TOLD))
  console.log(`${seconds.toFixed(1).padStart(7)}  ${what}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 || passed === 0 ? 1 : 0;
