export { type Shift, type View, carried, shiftBetween } from "./carry";
export type { Field } from "./field";
export { inLight, joinCopies } from "./join";
export { OF_STROKE } from "./manner";
export { type FillHooks, type FillPlan, planFill } from "./plan";
export { type Trial, tried } from "./plan";
export { type BelowHorizon, HIGH, LOW, SKY, kindsOf } from "./kinds";
export { type Pull } from "./pulled";
