/** What the screens share: header, notices, theme. No screen of its own, no numbers. */
export * from "./header";
export * from "./notices";
export * from "./format";
export * from "./typed-number";
export * from "./units";
export * from "./context-menu";
export * from "./dialog";
export * from "./explanation";
export * from "./number-field";
export * from "./fold";
export { sayWithBold } from "./said";
export { Waited } from "./waited";
