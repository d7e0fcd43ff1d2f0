import fc from "fast-check";
import { clashOf, fileName, unknownPlace } from ".";

const places = {
  name: "SM-0412",
  number: 7,
  output: "web",
  version: "B",
  date: "2026-03-01",
  assignment: "Sallow Mill",
};

test("names are filled in by their places", () => {
  expect(fileName("{name}", places, "jpeg")).toBe("SM-0412.jpg");
  expect(fileName("{assignment} {number:3} {output}", places, "tiff")).toBe("Sallow Mill 007 web.tif");
  expect(fileName("{date}_{name}_{version}", places, "png")).toBe("2026-03-01_SM-0412_B.png");
  expect(fileName("{version}", { name: "a", number: 1, output: "" }, "jpeg")).toBe("photo.jpg");
  expect(unknownPlace("{name} {colour}")).toBe("{colour}");
  expect(unknownPlace("{name} {number:4}")).toBeNull();
});

test("whatever is filled in, it is one file's name in the folder", () => {
  fc.assert(
    fc.property(fc.string(), fc.string(), fc.string(), (pattern, name, output) => {
      const made = fileName(pattern, { name, number: 3, output }, "jpeg");
      expect(made).toMatch(/^[^/\\:*?"<>|]+\.jpg$/);
      expect(made.startsWith(".")).toBe(false);
    }),
  );
});

test("two names that are one are told", () => {
  expect(clashOf(["a.jpg", "b.jpg", "A.jpg"])).toEqual([0, 2]);
  expect(clashOf(["a.jpg", "b.jpg"])).toBeNull();
});
