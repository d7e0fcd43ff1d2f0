export { directionOf } from "./direction";
export { type Language, type Values, capital, decimal, language, say, sayBy, sayList, speak } from "./say";
