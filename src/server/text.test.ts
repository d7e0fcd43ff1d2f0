import fc from "fast-check";
import { cleanText, isWholeText, wholeText } from "./text";

test("text from a file is made fit to be kept, whatever is in it, and what was fit stays as it was", () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.nat(0xffff).map((n) => String.fromCharCode(n)), maxLength: 300 }), (text) => {
      const clean = cleanText(text, 50);
      expect(isWholeText(clean)).toBe(true);
      expect(clean.length).toBeLessThanOrEqual(50);
      expect(cleanText(clean, 50)).toBe(clean);
    }),
  );
  expect(cleanText("  Sallow Mill, Nordgiebel 🏚 ")).toBe("Sallow Mill, Nordgiebel 🏚");
  expect(cleanText("a\0b\nc")).toBe("a b c");
});

test("text that a person sent is taken as it is or refused", () => {
  for (const good of ["", "Mühle", "🏚", "two\nlines"]) expect(wholeText.parse(good)).toBe(good);
  for (const bad of ["a\0", "\ud83c", "x\udfda"]) expect(wholeText.safeParse(bad).success).toBe(false);
});
