/** Several exposures from one tripod position: laid on each other, looked at for what moved, and blended into one picture. */
export { type Shot, bracketsOf, exposureOf, middleOf, wholeBrackets } from "./series";
export { type Registration, isOnePosition, register } from "./registration";
export { type Placed, blended } from "./blended";
export type { Exposure } from "./fusion";
export type { Plane } from "./plane";
