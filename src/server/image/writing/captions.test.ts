import { DOMParser } from "@xmldom/xmldom";
import exifr from "exifr";
import fc from "fast-check";
import sharp from "sharp";
import { NO_CAPTIONS, captions } from "@/core/contract";
import { emptyRecipe } from "@/core/recipe";
import { recipeOf, xmpOfDelivery } from "./xmp";

/** What a visit's deliveries say of themselves, read back by a library that had no part in writing it. */
const SAID = captions.parse({
  caption: "The street front, seen from the canal",
  creator: "A. Harrow\nB. Quarl\n",
  copyright: "© 2026 the photographers",
  address: "Sallow Mill, by the canal",
});

async function readBack(packet: Buffer) {
  const jpeg = await sharp({ create: { width: 8, height: 8, channels: 3, background: "#777" } })
    .jpeg()
    .toBuffer();
  const head = Buffer.from("http://ns.adobe.com/xap/1.0/\0", "latin1");
  const body = Buffer.concat([head, packet]);
  const mark = Buffer.from([0xff, 0xe1, 0, 0]);
  mark.writeUInt16BE(body.length + 2, 2);
  const file = Buffer.concat([jpeg.subarray(0, 2), mark, body, jpeg.subarray(2)]);
  return (await exifr.parse(file, { xmp: true, mergeOutput: false })) as Record<string, Record<string, unknown>>;
}

test("caption, photographers, copyright and address are in the XMP as the standard has them", async () => {
  const packet = xmpOfDelivery(null, emptyRecipe(), { captions: SAID });
  const { dc, Iptc4xmpCore } = await readBack(packet);
  expect(dc).toMatchObject({
    description: { lang: "x-default", value: "The street front, seen from the canal" },
    creator: ["A. Harrow", "B. Quarl"],
    rights: { lang: "x-default", value: "© 2026 the photographers" },
  });
  expect(Iptc4xmpCore).toMatchObject({ Location: "Sallow Mill, by the canal" });
  expect(recipeOf(packet)).toEqual(emptyRecipe());
});

test("what the original said there is replaced; what is not said stays as the original had it", async () => {
  const original = xmpOfDelivery(null, emptyRecipe(), {
    captions: { ...NO_CAPTIONS, caption: "old", copyright: "of the original" },
  });
  const { dc } = await readBack(
    xmpOfDelivery(original, emptyRecipe(), { captions: { ...NO_CAPTIONS, caption: "new" } }),
  );
  expect(dc).toMatchObject({ description: { value: "new" }, rights: { value: "of the original" } });
  const untouched = await readBack(xmpOfDelivery(original, emptyRecipe(), { captions: NO_CAPTIONS }));
  expect(untouched["dc"]).toMatchObject({ description: { value: "old" } });
});

test("whatever is written, the packet holds together", async () => {
  await fc.assert(
    fc.asyncProperty(fc.string({ maxLength: 40, unit: "grapheme" }), async (text) => {
      const said = captions.parse({ caption: `<${text.replaceAll(/\p{C}/gu, " ")}&` });
      const packet = xmpOfDelivery(null, emptyRecipe(), { captions: said });
      expect(recipeOf(packet)).toEqual(emptyRecipe());
      const read = new DOMParser().parseFromString(
        packet.toString("utf8").replace(/^<\?xpacket[^>]*>/, ""),
        "text/xml",
      );
      const written = read.getElementsByTagNameNS("http://purl.org/dc/elements/1.1/", "description")[0];
      expect(written?.textContent ?? "").toBe(said.caption);
    }),
    { numRuns: 60 },
  );
});
