import { say } from "@/language";
import { BENCH_COURSES } from "../courses";
import type { GuidePage } from "../courses/guide-page";
import { FIRST_LESSON } from "../lesson/first-lesson";
import type { Lesson } from "../lesson/lesson";

/** A page with its part of the address: /help#lens; and the lesson that can be begun from it. */
type Page = GuidePage & { readonly id: string; readonly lesson?: Lesson };

const FIRST: Page = {
  id: "first",
  title: say("The first picture"),
  purpose: say("From a photo to a true picture in three steps."),
  steps: [
    say("Drop photos on an assignment's page and open one."),
    say(
      "Look at the answers at the right: small pictures, each with what it costs. Press Z to take the first, or click another. Arrow keys show each on the sheet before it is taken.",
    ),
    say("Press Deliver. The picture is made at full resolution; the original stays as it is."),
  ],
  keys: [
    ["Z", say("True up")],
    ["O, held", say("The original")],
    ["Ctrl Z", say("A step back")],
  ],
  picture: { name: "trued-up", shows: say("The tower trued up by one key") },
  lesson: FIRST_LESSON,
};

const LOOK: Page = {
  id: "look",
  title: say("Looking and going back"),
  purpose: say("Compare, check, and return to any state."),
  steps: [
    say(
      "Compare two of: as shot, other versions, earlier steps, without one course. Held, blinking, wiped, side by side, above one another, or what differs. The same window is in both.",
    ),
    say(
      "Lay the gauge along an edge and read how true it is. The tour goes round the corners and the longest edges at 100 %.",
    ),
    say(
      "Pull guides from the rulers; let go near an edge they cling to it. Drag the grid by its lines, with Shift to make its spaces wider or closer. Clipped tones and gaps are hatched where they are.",
    ),
    say(
      "History shows every state that was saved. Press one to look at it, go back to it, or make it a version. Going back is a step of its own: nothing is lost.",
    ),
  ],
  keys: [
    ["F8", say("Compare")],
    ["F6", say("Gauge")],
    ["F4", say("Tour")],
    ["F10", say("Clipped tones and gaps")],
    ["F9", say("History")],
  ],
  picture: { name: "compare", shows: say("The tower as shot, and corrected, wiped") },
};

const DELIVER: Page = {
  id: "deliver",
  title: say("Delivering"),
  purpose: say("Makes the file at full resolution."),
  steps: [
    say("Press Deliver, choose format, quality and colour, and go on working: it is made meanwhile."),
    say(
      "Each delivery keeps the recipe that it was made from. In History it is marked, and can be opened as a version.",
    ),
    say("A delivered file dropped on its assignment's page opens its recipe again, as a version of its original."),
  ],
  keys: [["/", say("Search all that can be done")], ["?", say("The card of keys")]], // prettier-ignore
  picture: { name: "deliver", shows: say("Delivering") },
};

/** The guide: how to begin, a page a course, and what is the same in all of them. */
export const GUIDE: readonly Page[] = [
  FIRST,
  ...BENCH_COURSES.map(({ key, guide, lesson }) => ({ id: key, ...guide, ...(lesson && { lesson }) })),
  LOOK,
  DELIVER,
];

/** The guide as a document. @param picture where a picture of a name is. */
export const guideText = (picture: (name: string) => string): string =>
  [
    "# Guide",
    "The same pages are in the app under `/help`. Each course's page stands in its own folder, the others in `src/bench/guide`; `npm run guide` makes this file.",
    ...GUIDE.map(({ title, purpose, steps, keys, picture: shown }) =>
      [
        `## ${title}`,
        purpose,
        steps.map((s, i) => `${i + 1}. ${s}`).join("\n"),
        keys.map(([k, does]) => `\`${k}\` ${does}`).join(" · "),
        ...(shown ? [`![${shown.shows}](${picture(shown.name)})`] : []),
      ].join("\n\n"),
    ),
  ].join("\n\n") + "\n";
