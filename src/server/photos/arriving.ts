import { say } from "@/language";
import { Problem } from "../problem";

/** A request's body of which nothing comes for this long is given up, ms. A slow one may take as long as it likes. */
const IDLE_MS = 60_000;

/** Chunks as they come. @throws Problem 408 when the next one does not come in time. */
export async function* arriving(chunks: AsyncIterable<Uint8Array>, idleMs = IDLE_MS): AsyncGenerator<Uint8Array> {
  const source = chunks[Symbol.asyncIterator]();
  let timer: NodeJS.Timeout | undefined;
  try {
    for (;;) {
      const late = new Promise<never>((_, reject) => {
        timer = setTimeout(() => {
          reject(
            new Problem(
              408,
              say("Nothing came for {seconds} seconds; nothing of it was kept.", {
                seconds: Math.round(idleMs / 1000),
              }),
            ),
          );
        }, idleMs);
      });
      const next = await Promise.race([source.next(), late]);
      clearTimeout(timer);
      if (next.done) return;
      yield next.value;
    }
  } finally {
    clearTimeout(timer);
    // Not awaited: a source that is stuck would never say that it has ended.
    source.return?.()?.catch?.(() => undefined);
  }
}
