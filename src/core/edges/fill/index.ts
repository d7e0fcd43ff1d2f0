export { type Shift, type View, carried } from "./carry";
export type { Field } from "./field";
export { type FillHooks, type FillPlan, planFill } from "./plan";
