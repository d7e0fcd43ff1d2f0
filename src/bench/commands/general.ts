import { say } from "@/language";
import { COURSES } from "@/core/recipe";
import { lookForOwnEdges, trueUpNow } from "../own-edges/look";
import { switchByItself } from "../own-edges/use-own-edges";
import { REVIEW_COMMANDS } from "../review/review-commands";
import { copyRecipe, pasteFromClipboard } from "../recipes/use-pasting";
import { notify } from "@/ui";
import type { Command } from "./command";
import { LOOK_COMMANDS } from "./look-commands";
import { UNIT_COMMANDS } from "./unit-commands";

/** One command a course: the rail's keys. */
const courses: readonly Command[] = COURSES.map(({ key, name }, i) => ({
  id: `course-${key}`,
  words: say("Course {number}: {name}", { number: i + 1, name }),
  group: "courses",
  keys: [`${i + 1}`],
  run: ({ get }) => get().set({ course: key }),
}));

const own: readonly Command[] = [
  {
    id: "true-up",
    words: say("True up: lens, lines, attitude and frame from the picture's own edges"),
    group: "courses",
    keys: ["z"],
    run: ({ get, photo }) => void trueUpNow(get, photo),
  },
  {
    id: "own-edges",
    words: say("Look at the picture's own edges"),
    group: "courses",
    keys: [],
    can: ({ get }) => get().own.state !== "looking",
    run: ({ get, photo }) => void lookForOwnEdges(get, photo),
  },
  {
    id: "own-edges-by-itself",
    words: say("Look at own edges as soon as a photo opens, or only when asked"),
    group: "courses",
    keys: [],
    run: () =>
      notify(
        switchByItself()
          ? say("Own edges are looked at as soon as an untouched photo opens.")
          : say("Own edges are looked at only when you ask, or press Z."),
      ),
  },
];

const steps: readonly Command[] = [
  {
    id: "undo",
    words: say("Undo"),
    group: "steps",
    keys: ["Ctrl+z"],
    can: ({ get }) => get().past.length > 0,
    run: ({ get }) => get().undo(),
  },
  {
    id: "redo",
    words: say("Redo"),
    group: "steps",
    keys: ["Ctrl+Shift+z", "Ctrl+y"],
    can: ({ get }) => get().future.length > 0,
    run: ({ get }) => get().redo(),
  },
];

const others: readonly Command[] = [
  {
    id: "carry",
    words: say("Carry to other photos"),
    group: "courses",
    keys: [],
    run: ({ show }) => show("carry"),
  },
  {
    id: "recipes",
    words: say("Saved recipes: keep settings under a name, put them on this photo"),
    group: "courses",
    keys: ["F3"],
    run: ({ show }) => show("recipes"),
  },
  {
    id: "copy-recipe",
    words: say("Copy the recipe as text"),
    group: "courses",
    keys: ["Ctrl+c"],
    // What a person has selected on the page is copied as usual.
    can: () => window.getSelection()?.isCollapsed ?? true,
    run: () => void copyRecipe(),
  },
  {
    // By its key the browser gives what is pasted without being asked.
    id: "paste-recipe",
    words: say("Paste a copied recipe on this photo"),
    group: "courses",
    keys: [],
    written: "Ctrl V",
    run: () => void pasteFromClipboard(),
  },
  {
    id: "versions",
    words: say("Versions: names, notes, order, the one to deliver"),
    group: "courses",
    keys: ["F2"],
    run: ({ show }) => show("versions"),
  },
];

const visit: readonly Command[] = [
  {
    id: "next-photo",
    words: say("Next photo"),
    group: "look",
    keys: ["PageDown"],
    run: ({ go }) => go(1),
  },
  {
    id: "previous-photo",
    words: say("Previous photo"),
    group: "look",
    keys: ["PageUp"],
    run: ({ go }) => go(-1),
  },
];

const back: readonly Command[] = [
  {
    id: "history",
    words: say("History: every state that was saved"),
    group: "steps",
    keys: ["F9"],
    run: ({ show }) => show("history"),
  },
];

const help: readonly Command[] = [
  {
    id: "guide",
    words: say("Guide to this course"),
    group: "help",
    keys: ["F1"],
    run: ({ get }) => {
      const { course } = get();
      window.open(`/help#${course}`, "flat-stone-guide");
    },
  },
  { id: "keys", words: say("Card of keys"), group: "help", keys: ["?"], run: ({ show }) => show("keys") },
  {
    id: "search",
    words: say("Find a command"),
    group: "help",
    keys: ["/", "Ctrl+k"],
    run: ({ show }) => show("commands"),
  },
];

/** What can be done in any course. */
export const GENERAL: readonly Command[] = [
  ...courses,
  ...own,
  ...others,
  ...LOOK_COMMANDS,
  ...visit,
  ...UNIT_COMMANDS,
  ...REVIEW_COMMANDS,
  ...steps,
  ...back,
  ...help,
];

/** What only the pointer does, for the card of keys. */
export const BY_POINTER: readonly (readonly [string, string])[] = [
  [say("Space + drag"), say("Pan")],
  [say("Alt while drawing"), say("No cling")],
  ["Enter, Backspace", say("End the clicked path, take its last place back")],
  ["Esc", say("Drop what is being drawn, then the selection")],
];
