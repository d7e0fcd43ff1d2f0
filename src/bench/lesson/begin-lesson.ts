import { api } from "@/client";
import { say } from "@/language";
import type { Lesson } from "./lesson";

/** The demo's visit begins so. */
const DEMO = "Sallow Mill";

/**
 * Makes a fresh version of the demo's photo that a lesson is made for. What is done in it is kept like any other work.
 *
 * @returns where it is done. @throws Error in words, where the demo is not there.
 */
export async function beginLesson({ id, photo }: Lesson): Promise<string> {
  for (const visit of await api.assignments()) {
    if (!visit.name.startsWith(DEMO)) continue;
    const found = (await api.photos(visit.id)).find((p) => p.name === photo);
    if (found) return `/bench/${(await api.createVersion(found.id)).id}?lesson=${id}`;
  }
  throw new Error(
    say("The demo's photo {photo} is not here, and this lesson is made for it. The command bin/start brings it back.", {
      photo,
    }),
  );
}
