import { say } from "../language";
import { NO_FINISH } from "../finish";
import { COURSES, type CourseKey, type Recipe } from "../recipe";
import type { Edit } from "./edit";
import { withFinish } from "./with-finish";

/**
 * What of each course goes to another photo: how it is set, not what was marked on this photo. A course that has nothing to carry leaves the
 * other photo as it is.
 */
const CARRIED: Record<CourseKey, (from: Recipe, onto: Recipe) => Recipe> = {
  // A lens's centre is where this photo's pixels have it.
  lens: ({ lens: { centre, ...lens } }, onto) => {
    void centre;
    return { ...onto, lens: { ...lens, centre: onto.lens.centre } };
  },
  lines: ({ attitude }, onto) =>
    attitude.from === "by-hand"
      ? { ...onto, attitude: { ...attitude, face: onto.attitude.face } }
      : { ...onto, attitude: { ...onto.attitude, ease: attitude.ease } },
  shape: ({ proportion: { on, from, keeps, height } }, onto) => {
    const { keeps: was, ...rest } = onto.proportion;
    void was;
    const kept = { ...rest, on, ...(keeps && { keeps }) };
    return { ...onto, proportion: from === "by-hand" ? { ...kept, from, height } : kept };
  },
  frame: ({ frame: { on, ratio, prefer, output, bar } }, onto) => {
    const { prefer: p, output: o, bar: b, ...rest } = onto.frame;
    void [p, o, b];
    const asked = { on, ratio, ...(prefer && { prefer }), ...(output && { output }), ...(bar && { bar }) };
    return { ...onto, frame: { ...rest, ...asked, rule: "clean", rect: null } };
  },
  edges: ({ edges: { on, gaps, plain, reach, each } }, onto) => {
    const { plain: p, reach: r, each: e, ...rest } = onto.edges;
    void [p, r, e];
    const asked = { ...(plain && { plain }), ...(reach !== undefined && { reach }), ...(each && { each }) };
    return { ...onto, edges: { ...rest, on, gaps, ...asked } };
  },
  finish: ({ finish = NO_FINISH }, onto) =>
    withFinish(onto, ({ masks, blur, noise }) => {
      const { masks: m, blur: b, noise: n, ...settings } = finish;
      void [m, b, n];
      const own = {
        ...(masks && { masks }),
        ...(blur !== undefined && { blur }),
        ...(noise !== undefined && { noise }),
      };
      return { ...settings, ...own };
    }),
};

/** Carries courses of a recipe to another photo's; the marks there, and what was measured there, stay. */
export const carryCourses = (from: Recipe, courses: readonly CourseKey[]): Edit => ({
  label: say("Carry {courses}", { courses: courses.map((key) => COURSES.find((c) => c.key === key)!.name).join(", ") }),
  apply: (onto) =>
    COURSES.filter(({ key }) => courses.includes(key)).reduce((recipe, { key }) => {
      const carried = CARRIED[key](from, recipe);
      return JSON.stringify(carried) === JSON.stringify(recipe) ? recipe : carried;
    }, onto),
});

/** Courses of a recipe that settle something. */
export const laidCourses = (recipe: Recipe): CourseKey[] =>
  COURSES.filter((course) => course.laid(recipe)).map(({ key }) => key);
