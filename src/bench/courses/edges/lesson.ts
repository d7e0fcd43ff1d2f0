import { say } from "@/language";
import type { Lesson } from "../../lesson/lesson";

export const lesson: Lesson = {
  id: "edges",
  title: say("Fill what is missing at the border"),
  photo: "SM-0412.jpg",
  course: "edges",
  steps: [
    {
      words: say("Press Z, so that there is something to frame."),
      done: ({ recipe }) => recipe.attitude.pitch !== 0,
    },
    {
      words: say("Press 4. Drag the frame's left side outwards, until a grey gap is in it."),
      done: ({ recipe }) => recipe.frame.rect !== null,
    },
    {
      words: say("Press 5, then Shift F. The gap is filled; what is made up is hatched."),
      done: ({ recipe }) => recipe.edges.gaps === "fill" || (recipe.edges.each ?? []).some((gap) => gap.do === "fill"),
    },
  ],
  end: say("Look at it at 100 % before you deliver it: what is made up is never what was there."),
};
