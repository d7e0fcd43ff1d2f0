import fc from "fast-check";
import { boundedXml } from "./bounded-xml";
import { originalOf, recipeOf, xmpOfDelivery } from "../writing/xmp";
import { emptyRecipe } from "@/core/recipe";

const of = (text: string): string | null => boundedXml(Buffer.from(text));
/** Gone through once, even what is made to take long is done long before this, ms. */
const AT_ONCE = 5000;

test("a packet's instructions go, everything else stays", () => {
  expect(of(`<?xpacket begin="" id="x"?>\n<a b="1 > 0"><c/>text<!-- <d> --></a><?xpacket end="w"?>`)).toBe(
    `<a b="1 > 0"><c/>text<!-- <d> --></a>`,
  );
  expect(of("<a><![CDATA[<<<]]></a>")).toBe("<a><![CDATA[<<<]]></a>");
});

test.each([
  ["instructions without end", "<?xpacket".repeat(300_000)],
  ["a million elements", "<a/>".repeat(400_000)],
  ["elements within each other", "<a>".repeat(300_000)],
  ["a tag of many attributes", `<a ${Array.from({ length: 100_000 }, (_, i) => `b${i}=""`).join(" ")}/>`],
  ["quotes that never end", `<a b="`.repeat(300_000)],
  ["a document type", `<!DOCTYPE x [<!ENTITY a "b">]><a>&a;</a>`],
  ["too many bytes", `<a>${"x".repeat(2 ** 21)}</a>`],
])("%s are not read, and a delivery is made all the same", (_, text) => {
  const packet = Buffer.from(text);
  const began = performance.now();
  const made = xmpOfDelivery(packet, emptyRecipe(), { original: "0".repeat(64) });
  expect(recipeOf(packet)).toBeNull();
  expect(performance.now() - began).toBeLessThan(AT_ONCE);
  expect(recipeOf(made)).toEqual(emptyRecipe());
  expect(originalOf(made)).toBe("0".repeat(64));
});

test("whatever comes, it ends, and never with more than it was given", () => {
  const piece = fc.constantFrom("<", ">", "/", "?", "!", "--", '"', "'", "=", "<a>", "</a>", "<!--", "-->", "x", "<![CDATA[", "]]>", "<?", "?>"); // prettier-ignore
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 60 }), (pieces) => {
      const text = pieces.join("");
      const read = of(text);
      if (read !== null) expect(read.length).toBeLessThanOrEqual(text.length);
    }),
  );
});
