export { type Language, type Values, capital, language, messageOf, say, sayList, speak } from "./say";
