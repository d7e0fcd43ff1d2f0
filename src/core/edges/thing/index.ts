export { type ThingPicture } from "./colours";
export * from "./found-thing";
export * from "./spine";
