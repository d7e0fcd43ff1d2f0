import { writeFileSync } from "node:fs";
import path from "node:path";
import fc from "fast-check";
import { temporaryFolder } from "../../testing";
import { madeUpDng } from "../../testing-dng";
import { rawKindOf } from "../reading/raw";
import { withTiffTags } from "./tiff-tags";

const folder = temporaryFolder();
const whole = madeUpDng(64, 48, () => [0.2, 0.3, 0.4]);
const file = (bytes: Buffer): string => {
  const at = path.join(folder, "some.dng");
  writeFileSync(at, bytes);
  return at;
};
const tags = (bytes: Buffer) => withTiffTags(file(bytes), async (all) => all.map((d) => d.map((t) => t.tag)));

test("a file that ends anywhere is read as far as it goes", async () => {
  expect(await rawKindOf(file(whole))).toBe("dng");
  // Its mark alone, and every length up to where its first directory begins to be told.
  for (let length = 0; length < 16; length++) expect(await rawKindOf(file(whole.subarray(0, length)))).toBeNull();
  for (let length = 16; length < whole.length; length += 61) await tags(whole.subarray(0, length));
});

test("whatever its numbers say, it ends without a stumble", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.nat({ max: 400 }), fc.nat({ max: 255 })), { minLength: 1, maxLength: 12 }),
      async (changes) => {
        const bytes = Buffer.from(whole);
        for (const [at, value] of changes) if (at > 3) bytes[at] = value;
        await tags(bytes);
      },
    ),
    { numRuns: 150 },
  );
});
