import { spawn } from "node:child_process";
import type { Field } from "./duties";

/** Asks for the app's health over and over and says how long each answer took. */
const WATCHER = `
const [address] = process.argv.slice(1);
for (;;) {
  const began = performance.now();
  try {
    const { app } = await (await fetch(address + "/api/health", { signal: AbortSignal.timeout(20000) })).json();
    console.log(JSON.stringify([performance.now() - began, app.memoryBytes]));
  } catch {
    console.log("null");
  }
  await new Promise((resolve) => setTimeout(resolve, 150));
}`;

/**
 * Asks the app how it is, several times a second, as long as it is told to; from a process of its own, so that what the
 * attackers are busy with does not count as the app's time.
 *
 * @returns the answers' times, ms.
 */
export function watchHealth({ instance, tally, stop }: Pick<Field, "instance" | "tally" | "stop">): Promise<number[]> {
  const child = spawn(process.execPath, ["--input-type=module", "-e", WATCHER, instance.address], {
    stdio: ["ignore", "pipe", "ignore"],
  });
  let said = "";
  child.stdout.on("data", (text: Buffer) => (said += `${text}`));
  return new Promise((resolve) => {
    stop.addEventListener("abort", () => child.kill("SIGKILL"), { once: true });
    child.on("close", () => {
      const answers = said
        .split("\n")
        .slice(0, -1)
        .map((line) => JSON.parse(line) as [number, number] | null)
        .filter((a) => a !== null);
      for (const [, bytes] of answers) tally.memoryMb.push(bytes / 2 ** 20);
      resolve(answers.map(([ms]) => ms));
    });
  });
}
