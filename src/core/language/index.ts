export { directionOf } from "./direction";
export { type Language, type Values, capital, language, say, sayBy, sayList, speak } from "./say";
