import { type Field, pause } from "./duties";

/** Asks the app how it is, several times a second, as long as it is told to. @returns the answers' times, ms. */
export async function watchHealth({
  instance,
  tally,
  stop,
}: Pick<Field, "instance" | "tally" | "stop">): Promise<number[]> {
  const times: number[] = [];
  while (!stop.aborted) {
    const began = performance.now();
    const answer = await fetch(`${instance.address}/api/health`, { signal: AbortSignal.timeout(20_000) }).catch(
      () => null,
    );
    if (answer) {
      const { app } = (await answer.json().catch(() => ({}))) as { app?: { memoryBytes: number } };
      times.push(performance.now() - began);
      if (app) tally.memoryMb.push(app.memoryBytes / 2 ** 20);
    }
    await pause(150);
  }
  return times;
}
