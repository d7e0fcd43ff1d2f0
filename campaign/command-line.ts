import { spawn } from "node:child_process";
import { writeFileSync } from "node:fs";
import path from "node:path";
import type { Dice } from "./dice";
import type { Field } from "./duties";
import { broken, wholePicture } from "./pictures";

/** Longest that a command may take over a small broken file, ms. */
const MOST_MS = 60_000;

function run(program: string, args: string[]): Promise<{ status: number | null; text: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [program, ...args], { stdio: ["ignore", "ignore", "pipe"] });
    let text = "";
    child.stderr.on("data", (part: Buffer) => (text += `${part}`));
    const late = setTimeout(() => child.kill("SIGKILL"), MOST_MS);
    child.on("close", (status) => {
      clearTimeout(late);
      resolve({ status, text });
    });
  });
}

/** Runs the command line over broken photos and recipes: it answers, or says in a sentence why not. */
export async function commandLine({ instance, tally, stop }: Field, dice: Dice): Promise<void> {
  const program = path.resolve(process.env["FLATSTONE_BUNDLES"] ?? "dist", "flatstone.cjs");
  const at = (name: string): string => path.join(instance.folder, name);
  writeFileSync(
    at("r.json"),
    JSON.stringify({ format: "flat-stone-recipe", version: 1, attitude: { from: "by-hand", pitch: 8 } }),
  );
  while (!stop.aborted) {
    const whole = await wholePicture(dice);
    const bad = broken(whole, dice, whole.bytes);
    const photo = at(`cli-${bad.name}`);
    writeFileSync(photo, bad.bytes);
    writeFileSync(
      at("bad.json"),
      broken(
        {
          name: "",
          bytes: Buffer.from(
            '{"format":"flat-stone-recipe","version":1,"lines":[{"id":"a","kind":"plumb","points":[[1,2],[3,4e5]]}]}',
          ),
        },
        dice,
        whole.bytes,
      ).bytes,
    );
    const args = dice.of([
      ["render", photo, "--recipe", at("r.json"), "--out", at("out.jpg")],
      ["render", photo, "--recipe", at("bad.json"), "--out", at("out.png")],
      ["lines", photo],
      ["solve", photo, "--find"],
      ["solve", "--size", "600,400", "--recipes", at("bad.json")],
      ["frame", photo, "--recipe", at("r.json")],
      ["calibrate", photo, "--corners", "5x4"],
      ["recipe", photo],
    ]);
    const { status, text } = await run(program, args);
    tally.count("command line over broken files", `exit ${status}`);
    if ((status !== 0 && status !== 2) || /\n\s+at /.test(text)) {
      const kept = path.join(".local", `campaign-${Date.now()}-${path.basename(photo)}`);
      writeFileSync(kept, bad.bytes);
      tally.fault(`flatstone ${args[0]} ended with ${status} over ${kept}: ${text.slice(0, 300)}`);
    }
  }
}
