import { say } from "@/language";
import { previewUrl } from "../api";

/** What is not asked for within this time is let go, ms: a picture decoded takes tens of megabytes. */
const KEPT_MS = 15_000;

let early: {
  readonly url: string;
  readonly bitmap: Promise<ImageBitmap>;
  timer: ReturnType<typeof setTimeout>;
} | null = null;

async function decoded(url: string, signal?: AbortSignal): Promise<ImageBitmap> {
  const response = await fetch(url, signal ? { signal } : {});
  if (!response.ok) throw new Error(say("The picture could not be fetched ({status}).", { status: response.status }));
  return createImageBitmap(await response.blob(), { colorSpaceConversion: "none", premultiplyAlpha: "none" });
}

function letGo(): void {
  if (!early) return;
  clearTimeout(early.timer);
  early.bitmap.then(
    (bitmap) => bitmap.close(),
    () => undefined,
  );
  early = null;
}

/** Begins to fetch and decode what the Bench shows of a photo, before the Bench itself is there. */
export function fetchPictureEarly(sha256: string): void {
  const url = previewUrl(sha256, "bench");
  if (early?.url === url) return;
  letGo();
  const bitmap = decoded(url);
  // Whoever takes it hears of what went wrong.
  bitmap.catch(() => undefined);
  early = { url, bitmap, timer: setTimeout(letGo, KEPT_MS) };
}

/** A picture of the server's, decoded: the one that was begun early, where that is it. Who takes it closes it. @throws Error with a sentence. */
export async function bitmapAt(url: string, signal: AbortSignal): Promise<ImageBitmap> {
  if (early?.url !== url) return decoded(url, signal);
  const { bitmap, timer } = early;
  clearTimeout(timer);
  early = null;
  // What broke off before anybody asked is asked for again.
  return bitmap.catch(() => decoded(url, signal));
}
