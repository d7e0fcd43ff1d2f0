import type { Recipe } from "./schema";

export type CourseKey = "lens" | "lines" | "proportion" | "frame" | "edges" | "finish";

export interface Course {
  readonly key: CourseKey;
  readonly name: string;
  /** Whether it can be worked at already; the others are stones not yet laid in the product itself. */
  readonly ready: boolean;
  /** Whether the recipe settles anything in this course. */
  laid(recipe: Recipe): boolean;
}

const lensNumbers = ({ lens: { k, p, fringes, vignetting, calm } }: Recipe): number[] => [
  ...k,
  ...p,
  ...fringes.red,
  ...fringes.blue,
  ...vignetting.v,
  calm.purple,
  calm.green,
];

/** The six courses in the order of the job. To add one, mark it ready and say when it is laid. */
export const COURSES: readonly Course[] = [
  { key: "lens", name: "Lens", ready: true, laid: (r) => lensNumbers(r).some((v) => v !== 0) },
  {
    key: "lines",
    name: "Lines",
    ready: true,
    laid: ({ attitude: a }) => a.pitch !== 0 || a.yaw !== 0 || a.roll !== 0,
  },
  { key: "proportion", name: "Proportion", ready: false, laid: (r) => r.proportion.height !== 1 },
  { key: "frame", name: "Frame", ready: true, laid: (r) => r.frame.ratio !== null || r.frame.rule === "free" },
  { key: "edges", name: "Edges", ready: false, laid: () => false },
  { key: "finish", name: "Finish", ready: false, laid: () => false },
];

/** The courses that a recipe has settled. */
export const laidCourses = (recipe: Recipe): CourseKey[] => COURSES.filter((c) => c.laid(recipe)).map((c) => c.key);
