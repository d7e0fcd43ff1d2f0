import sharp from "sharp";
import { emptyRecipe } from "@/core/recipe";
import { xmpOfDelivery } from "@/server/image/writing/xmp";
import { madeUpDng } from "@/server/testing-dng";
import { ask } from "./ask";
import type { Dice } from "./dice";
import { type Field, pause } from "./duties";
import { exifByGrammar, iccByGrammar, opcodesByGrammar, withSegment, xmlByGrammar } from "./metadata-grammar";
import type { File } from "./pictures";

/** What reading a small file may take at most, whatever it says of itself, ms. */
const MOST_MS = 30_000;

const ground = (dice: Dice): ReturnType<typeof sharp> =>
  sharp({
    create: { width: 40, height: 30, channels: 3, background: { r: dice.below(256), g: 9, b: dice.below(256) } },
  });

/** Adds files one after another, and times each. A file that is neither taken nor refused in words is a fault. */
async function added(
  { instance, tally, stop, assignment }: Field,
  dice: Dice,
  what: string,
  make: () => Promise<File>,
) {
  while (!stop.aborted) {
    const file = await make().catch(() => null);
    if (file) {
      const began = Date.now();
      const path = `/api/assignments/${assignment}/photos?name=${began}-${file.name}`;
      const { status } = await ask(instance, tally, what, path, { method: "POST", body: file.bytes });
      if (status !== 0 && Date.now() - began > MOST_MS) tally.fault(`${what}: one took ${Date.now() - began} ms.`);
    }
    await pause(dice.between(20, 200));
  }
}

/** XMP put together by a grammar of what XML is made of, in pictures that are whole. */
export const craftedXmp = (field: Field, dice: Dice): Promise<void> =>
  added(field, dice, "crafted XMP", async () => {
    const xmp = `<x:xmpmeta xmlns:x="urn:made-up">${xmlByGrammar(dice)}</x:xmpmeta>`;
    return { name: "xmp.png", bytes: await ground(dice).withXmp(xmp).png().toBuffer() };
  });

/** EXIF, colour profiles and opcodes of raw photos, each by a grammar of its own. */
export const craftedMetadata = (field: Field, dice: Dice): Promise<void> =>
  added(field, dice, "crafted EXIF, profiles, opcodes", async () => {
    if (dice.chance(0.3)) {
      const light = [dice.next(), dice.next(), dice.next()] as const;
      return { name: "opcodes.dng", bytes: madeUpDng(64, 48, () => light, dice.below(10), opcodesByGrammar(dice)) };
    }
    let jpeg: Buffer = await ground(dice).jpeg().toBuffer();
    if (dice.chance(0.7)) jpeg = withSegment(jpeg, 0xe1, "Exif\0\0", exifByGrammar(dice));
    if (dice.chance(0.5)) jpeg = withSegment(jpeg, 0xe2, "ICC_PROFILE\0\x01\x01", iccByGrammar(dice));
    return { name: "tags.jpg", bytes: jpeg };
  });

/** Photos that say they are deliveries, with recipes that nobody could have made. */
export const droppedDeliveries = (field: Field, dice: Dice): Promise<void> =>
  added(field, dice, "crafted deliveries dropped", async () => {
    const recipe = emptyRecipe() as unknown as Record<string, Record<string, unknown>>;
    const number = (): number => dice.of([0, -1, 1, 400, 20_000, 60_000, 1e7, 1e308]);
    if (dice.chance(0.5)) Object.assign(recipe["frame"]!, { rule: "free", rect: [0, 0, number(), number()] });
    if (dice.chance(0.5))
      recipe["edges"]!["strokes"] = Array.from({ length: dice.of([1, 300]) }, (_, i) => ({
        ...{ id: `s${i}`, kind: "mend", radius: number(), on: true },
        points: [[0, number()]],
      }));
    const original = dice.of(["0".repeat(64), "x", "", "f".repeat(5000)]);
    const xmp = xmpOfDelivery(null, recipe as never, { original })
      .toString()
      .replace("version", dice.of(["version", "\u0001", "v", "version"]))
      .replace("edges", dice.of(["edges", "\ud800".toWellFormed(), "edges"]));
    return { name: "delivered.png", bytes: await ground(dice).withXmp(xmp).png().toBuffer() };
  });
