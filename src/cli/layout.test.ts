import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { temporaryFolder } from "@/server/testing";
import { flatstone } from "./running.testing";

/** Wide and stitched pictures by the command line: how they are laid out, lines by rays, and what comes of it. */
const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);
const yard = path.join(__dirname, "../../demo/photos/SM-0425.jpg");

test("the yard's own edges tell how far round it goes; the recipe that begins so levels it by lines found all around", () => {
  const out = place("yard.json");
  const told = JSON.parse(flatstone("layout", yard, "--as", "cylindrical", "--out", out).stdout);
  expect(Math.abs(told.field - 190)).toBeLessThan(0.3);
  expect(told).toMatchObject({ model: "cylindrical", from: "own edges", surface: 1 });
  const { attitude, lines } = JSON.parse(flatstone("solve", yard, "--find", "--recipe", out).stdout);
  expect(Math.abs(attitude.pitch)).toBeLessThan(0.1);
  expect(Math.abs(attitude.roll)).toBeLessThan(0.1);
  expect(lines.length).toBeGreaterThan(100);
}, 60_000);

test("stated, as it says itself, and what is wrong", async () => {
  const stated = JSON.parse(
    flatstone("layout", yard, "--as", "cylindrical", "--field", "190", "--out", place("s.json")).stdout,
  );
  expect(stated).toMatchObject({ from: "stated", field: 190 });
  expect(JSON.parse(readFileSync(place("s.json"), "utf8")).lens.model).toBe("cylindrical");
  const small = place("small.jpg");
  const bytes = await sharp(yard).resize(1500).jpeg().toBuffer();
  const says =
    'GPano:ProjectionType="cylindrical" GPano:FullPanoWidthPixels="11368" GPano:CroppedAreaImageWidthPixels="6000" GPano:CroppedAreaLeftPixels="2684"';
  const head = Buffer.from(`<rdf:RDF><rdf:Description ${says}/></rdf:RDF>`);
  const marker = Buffer.from([0xff, 0xe1, (head.length + 2) >> 8, (head.length + 2) & 255]);
  writeFileSync(small, Buffer.concat([bytes.subarray(0, 2), marker, head, bytes.subarray(2)]));
  const file = JSON.parse(flatstone("layout", small, "--out", place("f.json")).stdout);
  expect(file.from).toBe("file");
  expect(file.field).toBeCloseTo(190, 1);
  // What is delivered by it is a cylinder's picture, all of it.
  const done = flatstone("render", small, "--recipe", place("f.json"), "--out", place("o.png"));
  expect(JSON.parse(done.stdout).size[0]).toBeGreaterThan(1400);
  for (const [args, words] of [
    [[yard], /does not say how far round/],
    [[yard, "--as", "conical"], /--as is one of/],
    [[yard, "--field", "100"], /goes with --as/],
    [[yard, "--as", "cylindrical", "--field", "999"], /from 5 to 360 degrees/],
  ] as const) {
    const { status, stderr } = flatstone("layout", ...args);
    expect(status).toBe(2);
    expect(stderr).toMatch(words);
  }
}, 60_000);
