import { say } from "@/language";
import type { Lesson } from "../../lesson/lesson";

const traces = (wanted: number): Lesson["steps"][number]["done"] => {
  return ({ recipe }) => recipe.lines.filter((l) => l.on && l.kind === "taut").length >= wanted;
};

export const lesson: Lesson = {
  id: "lens",
  title: say("Take the bow out of a lens"),
  photo: "SM-0415.jpg",
  course: "lens",
  steps: [
    {
      words: say("Press T. Click four places along the top edge of the bookshelf, then press Enter."),
      done: traces(1),
    },
    { words: say("Trace a second edge near the picture's border: a beam, or a skirting board."), done: traces(2) },
    {
      words: say("Press Solve from 2 traces, at the right. The edges become straight."),
      done: ({ recipe }) => recipe.lens.k.some((k) => k !== 0),
    },
  ],
  end: say("The lens is measured. Its numbers can be kept as a profile for every photo of that lens."),
};
