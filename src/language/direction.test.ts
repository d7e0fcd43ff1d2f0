import { directionOf } from "./direction";

test.each([
  ["en", "ltr"],
  ["de", "ltr"],
  ["he", "rtl"],
  ["ar-EG", "rtl"],
  ["ur", "rtl"],
  ["az-Arab", "rtl"],
  ["az", "ltr"],
] as const)("%s is written %s", (tag, way) => expect(directionOf(tag)).toBe(way));
