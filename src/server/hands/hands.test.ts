import { getEventListeners } from "node:events";
import { writeFileSync } from "node:fs";
import path from "node:path";
import { buildSync } from "esbuild";
import { temporaryFolder } from "../testing";
import { Hands } from "./hands";

const folder = temporaryFolder();
const script = path.join(folder, "hand.mjs");
const ROOM = { ms: 20_000, bytes: 2 ** 31 };
const alive = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};
const until = async (holds: () => boolean): Promise<boolean> => {
  for (let i = 0; i < 100 && !holds(); i++) await new Promise((resolve) => setTimeout(resolve, 50));
  return holds();
};

beforeAll(() => {
  const entry = path.join(folder, "entry.ts");
  const serve = path.join(__dirname, "serve.ts");
  const problem = path.join(__dirname, "../problem.ts");
  writeFileSync(
    entry,
    `import { serveTasks } from ${JSON.stringify(serve)}; import { Problem } from ${JSON.stringify(problem)};
     import { spawn } from "node:child_process";
     const pause = (ms) => new Promise((r) => setTimeout(r, ms));
     serveTasks({
       double: async (n) => ({ n: 2 * n, at: new Date(n), pid: process.pid }),
       refuse: async () => { throw new Problem(415, "This is a drawing."); },
       stumble: async () => { throw new TypeError("of no use to people"); },
       spin: async () => { for (;;); },
       eat: async () => { const all = []; for (;;) { all.push(Buffer.alloc(2 ** 24, 1)); await pause(5); } },
       nap: async (ms) => { await pause(ms); return Date.now(); },
       once: async (file) => {
         const { existsSync, writeFileSync } = await import("node:fs");
         if (existsSync(file)) return "done";
         writeFileSync(file, "");
         process.kill(process.pid, "SIGKILL");
         await pause(5000);
       },
       die: async () => process.kill(process.pid, "SIGSEGV"),
       count: async (n, { signal, onProgress }) => {
         for (let i = 0; i < n; i++) { signal.throwIfAborted(); onProgress(i / n); await pause(60); }
       },
       child: async () => { const { pid } = spawn("sleep", ["1000"]); return { pid, own: process.pid }; },
     });`,
  );
  buildSync({ entryPoints: [entry], outfile: script, bundle: true, format: "esm", platform: "node", target: "node20" });
});

test("a task is done elsewhere, by a process that is used again; what comes back is what was made", async () => {
  const hands = new Hands(script, 1);
  const first = await hands.run<{ n: number; at: Date; pid: number }>("double", 21, ROOM);
  expect(first).toMatchObject({ n: 42, at: new Date(21) });
  expect(first.pid).not.toBe(process.pid);
  expect((await hands.run<{ pid: number }>("double", 1, ROOM)).pid).toBe(first.pid);
  hands.close();
  expect(await until(() => !alive(first.pid))).toBe(true);
});

test("no more work at a time than there are hands", async () => {
  const hands = new Hands(script, 2);
  const pids = await Promise.all([1, 2, 3, 4, 5, 6].map((n) => hands.run<{ pid: number }>("double", n, ROOM)));
  expect(new Set(pids.map((p) => p.pid)).size).toBeLessThanOrEqual(2);
  hands.close();
});

test("a refusal comes back as it is, a fault as a fault, and the hand goes on", async () => {
  const hands = new Hands(script, 1);
  await expect(hands.run("refuse", null, ROOM)).rejects.toMatchObject({ name: "Problem", status: 415 });
  await expect(hands.run("stumble", null, ROOM)).rejects.toThrow("of no use to people");
  await expect(hands.run("double", 2, ROOM)).resolves.toMatchObject({ n: 4 });
  hands.close();
});

test.each([
  ["takes too long", "spin", { ...ROOM, ms: 400 }, /more than 0 seconds/],
  ["takes too much memory", "eat", { ...ROOM, bytes: 300 * 2 ** 20 }, /more than 300 MB/],
  ["kills its process", "die", ROOM, /made its reader fail/],
])("what %s is refused with a sentence, and the next is done", async (_, task, limits, words) => {
  jest.spyOn(console, "error").mockImplementation(() => undefined);
  const hands = new Hands(script, 1);
  await expect(hands.run(task, null, limits)).rejects.toMatchObject({
    name: "Problem",
    status: 422,
    message: expect.stringMatching(words),
  });
  await expect(hands.run("double", 3, ROOM)).resolves.toMatchObject({ n: 6 });
  hands.close();
});

test("a signal that stands for many tasks hears of none that has ended", async () => {
  const hands = new Hands(script, 1);
  const { signal } = new AbortController();
  for (let n = 0; n < 3; n++) await hands.run("double", n, ROOM, { signal });
  expect(getEventListeners(signal, "abort")).toHaveLength(0);
  hands.close();
});

test("a cancelled task ends, also one that waits and one that does not listen; progress is told", async () => {
  const hands = new Hands(script, 1);
  const stop = new AbortController();
  const told: number[] = [];
  const running = hands.run("count", 1000, ROOM, { signal: stop.signal, onProgress: (s) => told.push(s) });
  const waits = new AbortController();
  const waiting = hands.run("double", 1, ROOM, { signal: waits.signal });
  waits.abort(new Error("not wanted"));
  await expect(waiting).rejects.toThrow("not wanted");
  await until(() => told.length > 2);
  stop.abort(new Error("cancelled"));
  await expect(running).rejects.toThrow("cancelled");
  expect(told.length).toBeGreaterThan(2);
  const deaf = new AbortController();
  const spinning = hands.run("spin", null, ROOM, { signal: deaf.signal });
  setTimeout(() => deaf.abort(new Error("enough")), 100);
  await expect(spinning).rejects.toThrow("enough");
  hands.close();
});

test("what a hand started ends with it", async () => {
  const hands = new Hands(script, 1);
  const { pid } = await hands.run<{ pid: number }>("child", null, ROOM);
  expect(alive(pid)).toBe(true);
  hands.close();
  expect(await until(() => !alive(pid))).toBe(true);
});

test("a slow task makes way for others that wait, and is done after them", async () => {
  const hands = new Hands(script, 1);
  const slow = hands.run<number>("nap", 900, { ...ROOM, yieldsAfterMs: 300 });
  const quick = await Promise.all([1, 2].map(() => hands.run<number>("nap", 10, ROOM)));
  const ended = await slow;
  for (const at of quick) expect(at).toBeLessThan(ended);
  hands.close();
});

test("a slow task that nobody waits behind is left to it", async () => {
  const hands = new Hands(script, 1);
  const pid = async (): Promise<number> => (await hands.run<{ pid: number }>("double", 1, ROOM)).pid;
  const before = await pid();
  await hands.run("nap", 700, { ...ROOM, yieldsAfterMs: 100 });
  // Making way ends the process; the same one is still there.
  expect(await pid()).toBe(before);
  hands.close();
});

test("of those that wait the lightest is begun first, and one that has waited long before a light one", async () => {
  const hands = new Hands(script, 1);
  const order: string[] = [];
  const run = (name: string, ms: number, seconds: number) =>
    hands.run("nap", ms, { ...ROOM, seconds }).then(() => order.push(name));
  await Promise.all([run("first", 300, 0), run("heavy", 10, 30), run("light", 10, 2)]);
  expect(order).toEqual(["first", "light", "heavy"]);
  hands.close();
});

test("a light task has a hand of its own, however many heavy ones wait", async () => {
  const hands = new Hands(script, 1, 10, 1);
  const order: string[] = [];
  const run = (name: string, ms: number, seconds: number) =>
    hands.run("nap", ms, { ...ROOM, seconds }).then(() => order.push(name));
  await Promise.all([run("heavy", 1500, 5), run("heavier", 10, 6), run("light", 10, 0.5)]);
  expect(order).toEqual(["light", "heavy", "heavier"]);
  hands.close();
});

test("a hand that something else has killed is tried again; the file is not blamed", async () => {
  jest.spyOn(console, "error").mockImplementation(() => undefined);
  const hands = new Hands(script, 1);
  await expect(hands.run("once", path.join(folder, "killed"), ROOM)).resolves.toBe("done");
  hands.close();
});
