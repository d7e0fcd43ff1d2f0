/** Writes docs/guide.md from the pages that the app shows. */
import { writeFileSync } from "node:fs";
import { guideText } from "@/bench/guide/guide";

writeFileSync(
  "docs/guide.md",
  guideText((name) => `screenshots/${name}.png`),
);
