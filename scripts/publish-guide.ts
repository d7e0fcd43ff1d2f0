/** Writes docs/guide.md from the pages that the app shows. */
import { writeFileSync } from "node:fs";
import { guideText } from "@/help/guide";

writeFileSync(
  "docs/guide.md",
  guideText((name) => `screenshots/${name}.png`),
);
