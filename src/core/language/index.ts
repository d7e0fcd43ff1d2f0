export { TellingError } from "./telling-error";
export * from "./words";
