import { say } from "@/language";
import type { Lesson } from "../../lesson/lesson";

export const lesson: Lesson = {
  id: "shape",
  title: say("Give a building its height back"),
  photo: "SM-0424.jpg",
  course: "shape",
  steps: [
    {
      words: say("Press Z, so that the walls are true before anything is measured."),
      done: ({ recipe }) => recipe.attitude.pitch !== 0,
    },
    {
      words: say("Press 3, then Shift R. Click the four corners of the door."),
      done: ({ recipe }) => (recipe.proportion.measures ?? []).length > 0,
    },
    {
      words: say("At the right, type the door's size: 1.2 m wide and 2.1 m high."),
      done: ({ recipe }) => recipe.proportion.from === "measures",
    },
  ],
  end: say("Heights follow what you know. With a scale known, a tape (Shift T) reads off any distance."),
};
