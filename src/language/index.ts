/** Puts words into the language of this installation: the one place where that is done. */
export { directionOf } from "./direction";
export { type Language, type Values, decimalIn, language, put, say, sayBy, sayError, sayList, speak } from "./say";
