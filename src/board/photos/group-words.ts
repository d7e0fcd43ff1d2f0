import { say } from "@/language";
import type { Group } from "./listing";
import { clockWords } from "./taken-words";

/** The title of photos that are put together. */
export function groupWords({ of, photos }: Group): string {
  const count = photos.length;
  if (of === null) return say("{count, plural, one {# photo by itself} other {# photos by themselves}}", { count });
  const times = photos.flatMap((p) => p.takenAt ?? []).sort();
  const [from, to] = [clockWords(times[0]!), clockWords(times[times.length - 1]!)];
  const when = from === to ? from : say("{from} to {to}", { from, to });
  return typeof of === "number"
    ? say("Place {of}, {when}, {count, plural, one {# photo} other {# photos}}", { of, when, count })
    : say("Bracket of {name}, {when}, {count, plural, one {# photo} other {# photos}}", {
        name: photos[0]!.name,
        when,
        count,
      });
}
