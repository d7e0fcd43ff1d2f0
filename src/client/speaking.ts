import { type Language, language, speak } from "@/language";

interface Told {
  readonly speak?: Language;
}

/** Has a thread speak the page's language, so that what it says when it fails is understood too. */
export function speaking(thread: Worker): Worker {
  if (language().tag !== "en") thread.postMessage({ speak: language() } satisfies Told);
  return thread;
}

/** Within a thread: listens for the language to speak. */
export const listenForLanguage = (): void =>
  addEventListener("message", ({ data }: MessageEvent<Told | null>) => {
    if (data?.speak) speak(data.speak);
  });
