import { type Words, tell } from "../language";
import type { Recipe } from "../recipe";
import type { Edit } from "./edit";

/** The parts of a recipe that can be left out as a whole. */
export type Switched = { [K in keyof Recipe]-?: Recipe[K] extends { on: boolean } ? K : never }[keyof Recipe];

/** The same as a list, in the order of the courses that they are the switch of; Finish is left out by its parts. */
export const SWITCHED = ["lens", "attitude", "proportion", "frame", "edges"] as const satisfies readonly Switched[];

/** Leaves a course out, or applies it again; its settings stay. @param title what the course is called. */
export const switchCourse = (course: Switched, title: Words, on: boolean): Edit => ({
  label: on ? tell("Apply {title}", { title }) : tell("Leave {title} out", { title }),
  apply: (recipe) => ({ ...recipe, [course]: { ...recipe[course], on } }),
});
