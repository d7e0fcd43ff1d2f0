import { say } from "@/language";
import { laidCourses } from "@/core/recipe";
import type { Lesson, LessonStep } from "./lesson";

const LOOK: LessonStep = {
  words: say("Hold O to see it as it was shot, and let go."),
  done: (_, noticed) => noticed.has("looked"),
};

/** What someone who was never here is told beside a photo of their own: it is not asked for. */
export const QUICK: Lesson = {
  id: "quick",
  title: say("First steps"),
  photo: "",
  course: "lines",
  steps: [
    {
      words: say("Press Z: the picture is trued up by its own edges."),
      done: ({ recipe }) => laidCourses(recipe).some((key) => key === "lens" || key === "lines"),
    },
    LOOK,
    { words: say("Press Deliver for the file at full size."), done: (_, noticed) => noticed.has("delivered") },
  ],
  end: say("That is all of it. Each course has a lesson of its own in the guide."),
};

const plumbs = (wanted: number): LessonStep["done"] => {
  return ({ recipe }) => recipe.lines.filter((l) => l.on && l.kind === "plumb").length >= wanted;
};

/** The first lesson: from the photo to the file by hand, in two minutes. */
export const FIRST_LESSON: Lesson = {
  id: "first",
  title: say("The first lesson"),
  photo: "SM-0412.jpg",
  course: "lines",
  steps: [
    {
      words: say("Press P. Draw along the drainpipe at the right end of the front, from top to bottom."),
      done: plumbs(1),
    },
    { words: say("Draw a second line along the side of a window at the left."), done: plumbs(2) },
    LOOK,
    {
      words: say("Press Deliver, then Render at full resolution. Download the file when it is there."),
      done: (_, noticed) => noticed.has("delivered"),
    },
  ],
  end: say("The front stands straight, at full size. Each course has a lesson of its own in the guide."),
};
