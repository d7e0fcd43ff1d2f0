import { say } from "@/language";
import type { Lesson } from "../../lesson/lesson";

export const lesson: Lesson = {
  id: "frame",
  title: say("Frame what the correction moved"),
  photo: "SM-0428.jpg",
  course: "frame",
  steps: [
    {
      words: say("Press Z. The frame steps in until nothing in it is empty."),
      done: ({ recipe }) => recipe.attitude.pitch !== 0 || recipe.attitude.yaw !== 0,
    },
    {
      words: say("Press 4, then Shift K. Click on a bell plate: it must stay in the picture."),
      done: ({ recipe }) => (recipe.frame.keep ?? []).length > 0,
    },
    {
      words: say("Choose a ratio at the right, such as 4:5."),
      done: ({ recipe }) => recipe.frame.ratio !== null,
    },
  ],
  end: say("The frame keeps what you marked, at the ratio you chose, without gaps."),
};
