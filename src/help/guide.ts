/** A page of the guide: what a course is for, and how it is done. The app's /help and docs/guide.md are both made from these. */
export interface GuidePage {
  /** Part of the address: /help#lens. */
  readonly id: string;
  readonly title: string;
  readonly purpose: string;
  readonly steps: readonly string[];
  /** Keys worth knowing, with what they do. */
  readonly keys: readonly (readonly [keys: string, does: string])[];
  /** A picture from the demo, by its name in docs/screenshots; and what it shows. */
  readonly picture?: { readonly name: string; readonly shows: string };
}

export const GUIDE: readonly GuidePage[] = [
  {
    id: "first",
    title: "The first picture",
    purpose: "From a photo to a true picture in three steps.",
    steps: [
      "Drop photos on an assignment's page and open one.",
      "Press Z. Lens, lines, attitude and frame are set from the picture's own edges, as one step. Each part can be taken or left by itself.",
      "Press Deliver. The picture is made at full resolution; the original stays as it is.",
    ],
    keys: [
      ["Z", "True up"],
      ["O, held", "The original"],
      ["Ctrl Z", "A step back"],
    ],
    picture: { name: "trued-up", shows: "The tower trued up by one key" },
  },
  {
    id: "lens",
    title: "Lens",
    purpose:
      "Takes out what the lens bowed, its colour fringes and its dark corners. It comes first: no straight line fits a bowed edge.",
    steps: [
      "Where a profile fits the photo's lens and focal length it is offered: press L to take it.",
      "Without one, measure the lens from the picture's own edges, trace edges that are straight in reality, or photograph a chart.",
      "A picture that was stitched is laid out again from its cylinder or sphere, under Projection.",
    ],
    keys: [
      ["L", "Take the profile that fits"],
      ["T", "Trace an edge"],
      ["G", "Grid over the picture"],
    ],
    picture: { name: "lens", shows: "The lens by numbers, and its curves" },
  },
  {
    id: "lines",
    title: "Lines",
    purpose: "Makes verticals vertical, horizontals level and walls true.",
    steps: [
      "Draw along an edge that is vertical in reality, one on each side of the building. Ends cling to edges; Alt holds that off.",
      "Draw along sills to turn a wall face-on. The schedule says how far each line was off, how far it still is, and which one the others speak against.",
      "Ease takes a part of the correction back where a building made wholly vertical would look wrong.",
    ],
    keys: [
      ["P", "Draw a line"],
      ["Q", "Find lines"],
      ["J", "Next line"],
    ],
    picture: { name: "lines", shows: "Two plumbs and their schedule" },
  },
  {
    id: "shape",
    title: "Shape",
    purpose:
      "Gives the building its true height and proportions; straightens what is bent, joins faces, keeps people's form.",
    steps: [
      "Draw around something whose size you know, such as a door or a tile: the height follows, with its ±.",
      "Without a measure, drag the height or keep something as tall as it was shot.",
      "A taut line straightens what the picture shows bowed. A shield keeps the form of what is within it.",
    ],
    keys: [
      ["Shift R", "Known rectangle"],
      ["Shift T", "Tape: read off a distance"],
      ["[", "Taut line"],
    ],
    picture: { name: "shape", shows: "Known measures on the gable" },
  },
  {
    id: "frame",
    title: "Frame",
    purpose: "Crops what the correction moved, to a ratio and a size.",
    steps: [
      "A clean frame is found by itself: without gaps, keeping most of what the picture shows.",
      "Mark what must stay inside with Keep. Choose a ratio; drag sides to draw a frame of your own.",
      "Say how large the picture is delivered: by pixels, print size or scale.",
    ],
    keys: [
      ["Shift K", "Keep a spot or an area"],
      ["Shift Q", "Quarter turn"],
    ],
    picture: { name: "frame", shows: "The frame over what the correction moved" },
  },
  {
    id: "edges",
    title: "Edges",
    purpose: "Fills the gaps that remain, and mends by hand.",
    steps: [
      "Choose for every gap: filled, plain, trimmed, bent shut or left. Another answer is one press away.",
      "Mend what should not be there by drawing over it. Graft copies from a chosen place, along a wall or floor if asked.",
      "What is made up is marked, and a mask of it can be delivered beside the picture.",
    ],
    keys: [
      ["Shift F", "Fill the gaps"],
      ["Shift M", "Mend"],
      ["Shift P", "Graft"],
    ],
    picture: { name: "edges", shows: "Gaps filled beside the wing" },
  },
  {
    id: "finish",
    title: "Finish",
    purpose: "Gives back the sharpness that the correction took, place by place, and sets the tone.",
    steps: [
      "Even sharpness at 100 % is as sharp as shot. The map of the stretch crosses out what cannot be given back wholly.",
      "Level the light takes black, white and exposure as the picture proposes them. Neutral makes what is pressed on neutral.",
      "A wash or a dab makes a part lighter, warmer or sharper by itself; its edge may cling to the edges in the picture.",
      "Carry the settings to other photos of the visit: each gets a new version. Or save them as a recipe under a name, and see what it would change before it is put on another photo (F3).",
    ],
    keys: [
      [";", "Make a place neutral"],
      ["Shift W", "Wash"],
      ["Shift B", "Dab"],
    ],
    picture: { name: "finish", shows: "The reading room, windows held back and ceiling lifted" },
  },
  {
    id: "look",
    title: "Looking and going back",
    purpose: "Compare, check, and return to any state.",
    steps: [
      "Compare two of: as shot, other versions, earlier steps, without one course. Held, blinking, wiped, side by side, above one another, or what differs. The same window is in both.",
      "Lay the gauge along an edge and read how true it is. The tour goes round the corners and the longest edges at 100 %.",
      "Pull guides from the rulers; let go near an edge they cling to it. Drag the grid by its lines, with Shift to make its spaces wider or closer. Clipped tones and gaps are hatched where they are.",
      "History shows every state that was saved. Press one to look at it, go back to it, or make it a version. Going back is a step of its own: nothing is lost.",
    ],
    keys: [
      ["F8", "Compare"],
      ["F6", "Gauge"],
      ["F4", "Tour"],
      ["F10", "Clipped tones and gaps"],
      ["F9", "History"],
    ],
    picture: { name: "compare", shows: "The tower as shot, and corrected, wiped" },
  },
  {
    id: "deliver",
    title: "Delivering",
    purpose: "Makes the file at full resolution.",
    steps: [
      "Press Deliver, choose format, quality and colour, and go on working: it is made meanwhile.",
      "Each delivery keeps the recipe that it was made from. In History it is marked, and can be opened as a version.",
      "A delivered file dropped on its assignment's page opens its recipe again, as a version of its original.",
    ],
    keys: [["/", "Search all that can be done"], ["?", "The card of keys"]], // prettier-ignore
    picture: { name: "deliver", shows: "Delivering" },
  },
];

/** The guide as a document. @param picture where a picture of a name is. */
export const guideText = (picture: (name: string) => string): string =>
  [
    "# Guide",
    "The same pages are in the app under `/help`. They are written in `src/help/guide.ts`; `npm run guide` makes this file.",
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
