export { SIDE_WORDS } from "./sides";
export { TellingError } from "./telling-error";
export * from "./words";
