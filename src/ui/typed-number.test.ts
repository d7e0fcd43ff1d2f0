import fc from "fast-check";
import { typedNumber } from "./typed-number";

test.each([
  ["12", 12],
  ["1,5", 1.5],
  ["−3.25", -3.25],
  ["12*8", 96],
  ["3000/2", 1500],
  ["2 × (4 + 1)", 10],
  ["1+2*3-4/8", 6.5],
  ["--2", 2],
  ["2*-3", -6],
  ["1e3", 1000],
  [".5+.5", 1],
])("%p is %p", (text, value) => expect(typedNumber(text)).toBeCloseTo(value, 12));

test.each([
  "",
  " ",
  "x",
  "1 2x",
  "12*",
  "(1",
  "1)",
  "1/0",
  "1..2",
  "2(3)",
  "NaN",
  "Infinity",
  "(".repeat(90),
  "1".repeat(200),
])("%p is no number", (text) => expect(typedNumber(text)).toBeNull());

test("every number is read back as it was written, and nothing typed makes it fail", () => {
  fc.assert(
    fc.property(fc.double({ noNaN: true, noDefaultInfinity: true }), (v) =>
      // A zero below nothing is written as a zero.
      expect(typedNumber(`${v}`)).toBe(v + 0),
    ),
  );
  fc.assert(
    fc.property(fc.string(), (text) => {
      const value = typedNumber(text);
      expect(value === null || Number.isFinite(value)).toBe(true);
    }),
  );
});
