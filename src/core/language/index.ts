export { directionOf } from "./direction";
export { type Language, type Values, capital, decimal, decimalIn, language, say, sayBy, sayList, speak } from "./say";
