import { spawn } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { temporaryFolder } from "../testing";

const folder = temporaryFolder();
const script = path.join(__dirname, "../../../scripts/supervise.mjs");

/** Runs a program under the supervisor until it has given up or is told to end. */
function supervised(program: string, youngMs: number) {
  const file = path.join(folder, `${Math.random()}.mjs`);
  const lives = `${file}.lives`;
  writeFileSync(lives, "");
  writeFileSync(
    file,
    `import { appendFileSync } from "node:fs"; appendFileSync(${JSON.stringify(lives)}, process.pid + "\\n"); ${program}`,
  );
  const child = spawn(process.execPath, [script, "thing", process.execPath, file], {
    env: { ...process.env, FLATSTONE_YOUNG_MS: `${youngMs}` },
    stdio: ["ignore", "ignore", "pipe"],
  });
  let said = "";
  child.stderr.on("data", (text: Buffer) => (said += `${text}`));
  const ended = new Promise<number | null>((resolve) => child.on("close", resolve));
  return {
    child,
    ended,
    said: () => said,
    pids: () => readFileSync(lives, "utf8").trim().split("\n").filter(Boolean).map(Number),
  };
}

const until = async (holds: () => boolean): Promise<void> => {
  for (let i = 0; i < 200 && !holds(); i++) await new Promise((resolve) => setTimeout(resolve, 50));
  expect(holds()).toBe(true);
};

test("what was killed is started again, and ends when it is told to", async () => {
  const thing = supervised("setInterval(() => undefined, 1000);", 0);
  await until(() => thing.pids().length === 1);
  process.kill(thing.pids()[0]!, "SIGKILL");
  await until(() => thing.pids().length === 2);
  expect(thing.said()).toMatch(/thing: ended \(SIGKILL\); started again/);
  thing.child.kill("SIGTERM");
  expect(await thing.ended).toBe(0);
  expect(() => process.kill(thing.pids()[1]!, 0)).toThrow();
});

test("what keeps dying young is given up, loudly", async () => {
  const thing = supervised("process.exit(3);", 60_000);
  expect(await thing.ended).toBe(1);
  expect(thing.pids()).toHaveLength(6);
  expect(thing.said()).toMatch(/ENDED 6 TIMES .* Given up/);
}, 30_000);
