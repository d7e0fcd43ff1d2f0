/** Nothing has this id: what is asked for by it loads a page's or a route's code, reads one row at most, and says that it is not there. */
const NOBODY = "00000000-0000-4000-8000-000000000000";

/** What people ask for first, a page and the routes it needs each. */
const FIRST = [
  "/",
  `/assignments/${NOBODY}`,
  `/bench/${NOBODY}`,
  `/api/assignments/${NOBODY}/photos`,
  `/api/versions/${NOBODY}`,
  `/api/photos/${NOBODY}/file`,
] as const;

/** Between two of them others are answered, ms. */
const PAUSE_MS = 50;

/** Loads the code of pages and routes before anybody asks for them: the first to come would otherwise wait for it. Never throws. */
export async function warmUp(address: string): Promise<void> {
  for (const path of FIRST) {
    await fetch(address + path).then(
      (answer) => answer.arrayBuffer(),
      () => undefined,
    );
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS).unref());
  }
}
