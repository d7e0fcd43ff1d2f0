/**
 * Runs every check and ends with one line, "N passed, N failed": each test counts, and each of the
 * other checks as one. Arguments name checks to run alone. Called by bin/test, which sets up the rest.
 */
import { spawnSync } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";

const results = ".local/test-results.json";
let passed = 0;
let failed = 0;

function run(command, args, env = {}) {
  const began = Date.now();
  const { status } = spawnSync(command === "node" ? command : "node_modules/.bin/" + command, args, {
    stdio: "inherit",
    env: { ...process.env, ...env },
  });
  return { ok: status === 0, seconds: ((Date.now() - began) / 1000).toFixed(1) };
}

function check(name, command, ...args) {
  console.log(`\n— ${name}`);
  const { ok, seconds } = run(command, args);
  if (ok) passed++;
  else failed++;
  console.log(`${ok ? "passed" : "FAILED"}: ${name} (${seconds} s)`);
}

function tests(name, args = [], env = {}) {
  console.log(`\n— ${name}`);
  rmSync(results, { force: true });
  const { ok } = run("jest", ["--selectProjects", name, "--json", "--outputFile", results, ...args], env);
  try {
    const counts = JSON.parse(readFileSync(results, "utf8"));
    passed += counts.numPassedTests;
    // A suite that does not even load has no tests to count, yet has failed.
    failed += Math.max(counts.numFailedTests, counts.numRuntimeErrorTestSuites, ok ? 0 : 1);
  } catch {
    failed++;
  }
}

const checks = {
  types: () => check("types", "tsc", "--noEmit"),
  core: () => check("core without DOM or Node", "tsc", "--noEmit", "-p", "src/core"),
  lint: () => check("lint", "eslint", "--max-warnings", "0", "."),
  format: () => check("format", "prettier", "--check", "--log-level", "warn", "."),
  boundaries: () =>
    check("boundaries", "depcruise", "--config", "scripts/boundaries.cjs", "src", "demo", "campaign", "e2e"),
  // Jest would leave one of two cores to itself.
  unit: () => tests("unit", ["--maxWorkers=2"]),
  database: () => tests("database", ["--runInBand"], { DATABASE_URL: process.env.FLATSTONE_ALONE_DATABASE_URL }),
  campaign: () => check("campaign", "node", process.env.FLATSTONE_BUNDLES + "/campaign.mjs", "--short"),
  browser: () => tests("browser", ["--runInBand"]),
};

const wanted = process.argv.slice(2);
for (const [name, go] of Object.entries(checks)) if (wanted.length === 0 || wanted.includes(name)) go();
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed > 0 || passed === 0 ? 1 : 0;
