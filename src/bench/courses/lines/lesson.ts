import { say } from "@/language";
import type { Lesson } from "../../lesson/lesson";

const lines = (kind: "plumb" | "sill", wanted: number): Lesson["steps"][number]["done"] => {
  return ({ recipe }) => recipe.lines.filter((l) => l.on && l.kind === kind).length >= wanted;
};

export const lesson: Lesson = {
  id: "lines",
  title: say("Turn a wall face-on"),
  photo: "SM-0420.jpg",
  course: "lines",
  steps: [
    { words: say("Press P. Draw along two vertical edges, far apart."), done: lines("plumb", 2) },
    {
      words: say("Draw along the long edge under the roof: a line that lies is a sill."),
      done: lines("sill", 1),
    },
    {
      words: say("With that sill selected, press W. Its wall turns to face you."),
      done: ({ recipe }) => Math.abs(recipe.attitude.yaw) > 1,
    },
  ],
  end: say("The wall is face-on. The schedule at the right says how far each line is still off."),
};
