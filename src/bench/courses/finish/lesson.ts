import { NO_FINISH } from "@/core/finish";
import { say } from "@/language";
import type { Lesson } from "../../lesson/lesson";

export const lesson: Lesson = {
  id: "finish",
  title: say("Set the light of a room"),
  photo: "SM-0415.jpg",
  course: "finish",
  steps: [
    {
      words: say("Drag the word Exposure to the right, until the room is as bright as you like it."),
      done: ({ recipe }) => (recipe.finish ?? NO_FINISH).exposure !== 0,
    },
    {
      words: say("Press the semicolon key, then press on something that is white or grey in reality."),
      done: ({ recipe: { finish = NO_FINISH } }) => finish.warmth !== 0 || finish.tint !== 0,
    },
    {
      words: say("Press Shift B and brush over a window. Then drag its exposure below zero."),
      done: ({ recipe }) => (recipe.finish?.masks ?? []).some((m) => (m.exposure ?? 0) < 0),
    },
  ],
  end: say("Light, colour, and one part by itself: that is the course. Even sharpness is at its end."),
};
