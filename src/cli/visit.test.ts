import { madeUpOtherRaw } from "@/server/testing-dng";
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { temporaryFolder } from "@/server/testing";
import { flatstone } from "./running.testing";

const folder = temporaryFolder();
const demo = (name: string): string => path.join(__dirname, "../../demo/photos", name);
const photos = path.join(folder, "photos");
const out = path.join(folder, "out");

beforeAll(async () => {
  mkdirSync(photos);
  // A bracket of one room, a wall aslant, and what is no photo.
  for (const name of ["SM-0416.jpg", "SM-0417.jpg", "SM-0418.jpg", "SM-0420.jpg"])
    await sharp(demo(name)).resize(900).keepMetadata().jpeg({ quality: 92 }).toFile(path.join(photos, name));
  writeFileSync(path.join(photos, "broken.jpg"), "not a picture");
  writeFileSync(path.join(photos, "notes.txt"), "left alone");
}, 60_000);

const linesOf = (text: string) =>
  text
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line) as Record<string, unknown>);

test("every photo of a folder is trued up and delivered; a bracket shares what its middle tells; what is broken is said", () => {
  const report = path.join(folder, "report.ndjson");
  const { status } = flatstone("visit", photos, "--out", out, "--report", report);
  const lines = linesOf(readFileSync(report, "utf8"));
  expect(status).toBe(1);
  expect(lines.map((l) => l["photo"])).toEqual([
    "broken.jpg",
    "SM-0416.jpg",
    "SM-0417.jpg",
    "SM-0418.jpg",
    "SM-0420.jpg",
  ]);
  expect(lines[0]).toEqual({ photo: "broken.jpg", error: expect.stringMatching(/\w/) });
  for (const line of lines.slice(1, 4)) {
    expect(line).toMatchObject({ answer: "face-on", bracket: "SM-0416.jpg", attitude: lines[2]!["attitude"] });
    expect(line["kept"]).toBeGreaterThan(0.9);
  }
  expect(lines[4]).toMatchObject({ answer: "plumb", bracket: null, out: ["SM-0420.jpg"], review: expect.any(Array) });
  expect(readdirSync(out).filter((f) => !f.startsWith("."))).toEqual([
    "SM-0416.jpg",
    "SM-0417.jpg",
    "SM-0418.jpg",
    "SM-0420.jpg",
  ]);
}, 180_000);

test("run again it makes only what is missing, and tells the same", () => {
  const before = statSync(path.join(out, "SM-0416.jpg")).mtimeMs;
  rmSync(path.join(out, "SM-0420.jpg"));
  const report = path.join(folder, "again.ndjson");
  flatstone("visit", photos, "--out", out, "--report", report);
  expect(statSync(path.join(out, "SM-0416.jpg")).mtimeMs).toBe(before);
  expect(existsSync(path.join(out, "SM-0420.jpg"))).toBe(true);
  const without = (file: string) =>
    linesOf(readFileSync(path.join(folder, file), "utf8")).map(({ seconds, ...rest }) => (void seconds, rest));
  expect(without("again.ndjson")).toEqual(without("report.ndjson"));
  expect(readdirSync(out).some((f) => f.startsWith(".partly") || f.endsWith(".part"))).toBe(false);
}, 120_000);

test("a set has several outputs; names are filled in, clashes are told before anything is made, and --dry makes nothing", () => {
  const one = path.join(folder, "one");
  mkdirSync(one);
  copyFileSync(path.join(photos, "SM-0420.jpg"), path.join(one, "SM-0420.jpg"));
  const set = path.join(folder, "set.json");
  writeFileSync(
    set,
    JSON.stringify({
      name: "Two",
      outputs: [
        { name: "web", long: 400 },
        { name: "print", format: "png" },
      ],
    }),
  );
  const target = path.join(folder, "two");
  const dry = flatstone("visit", one, "--out", target, "--set", set, "--names", "{number:3}-{output}", "--dry");
  expect(linesOf(dry.stdout)).toEqual([
    { photo: "SM-0420.jpg", out: ["001-web.jpg", "001-print.png"], looked: "SM-0420.jpg", bracket: null },
  ]);
  expect(existsSync(target)).toBe(false);
  // A raw photo is told by what is in it, whatever its name ends in; a text is none.
  const mixed = path.join(folder, "mixed");
  mkdirSync(mixed);
  writeFileSync(
    path.join(mixed, "a.xyz"),
    madeUpOtherRaw(120, 80, () => [0.2, 0.2, 0.2]),
  );
  writeFileSync(path.join(mixed, "b.txt"), "notes");
  const raws = flatstone("visit", mixed, "--out", target, "--dry");
  expect(linesOf(raws.stdout)).toMatchObject([{ photo: "a.xyz", out: ["a.jpg"] }]);
  const clash = flatstone("visit", one, "--out", target, "--set", set, "--names", "same");
  expect(clash.status).toBe(0);
  const wrong = flatstone("visit", photos, "--out", target, "--names", "same");
  expect([wrong.status, wrong.stderr]).toEqual([2, expect.stringMatching(/"same\.jpg" would be made of .* and of/)]);
  for (const [args, words] of [
    [["--names", "{who}"], /is no place in a name/],
    [["--courses", "lens"], /goes with --recipe/],
    [["--jobs", "0"], /no number of jobs/],
  ] as const) {
    const { status, stderr } = flatstone("visit", one, "--out", target, ...args);
    expect([args[0], status]).toEqual([args[0], 2]);
    expect(stderr).toMatch(words);
  }
}, 120_000);

test("--blend makes one picture of a bracket, laid on its middle; where the camera was moved each exposure is delivered", async () => {
  const [series, other] = [path.join(folder, "series"), path.join(folder, "series-moved")];
  mkdirSync(series);
  mkdirSync(other);
  for (const [k, name] of ["SM-0416.jpg", "SM-0417.jpg", "SM-0418.jpg"].entries()) {
    // The last stands a little aside, as after a knock against the tripod.
    const left = k === 2 ? 7 : 0;
    await sharp(path.join(photos, name)).extract({ left, top: 0, width: 880, height: 590 }).keepMetadata().jpeg({ quality: 95 }).toFile(path.join(series, name)); // prettier-ignore
    copyFileSync(path.join(series, name), path.join(other, name));
  }
  const blends = path.join(folder, "blends");
  const { status, stdout } = flatstone("visit", series, "--out", blends, "--blend");
  expect(status).toBe(0);
  const lines = linesOf(stdout);
  expect(lines).toEqual([
    expect.objectContaining({
      photo: "SM-0417.jpg",
      out: ["SM-0417.jpg"],
      bracket: "SM-0416.jpg",
      blended: ["SM-0416.jpg", "SM-0417.jpg", "SM-0418.jpg"],
    }),
  ]);
  expect(readdirSync(blends).filter((f) => f !== ".flatstone-visit.ndjson")).toEqual(["SM-0417.jpg"]);
  // Less of it is black or burnt out than of the middle exposure alone.
  const alone = path.join(folder, "alone");
  flatstone("visit", series, "--out", alone);
  const lost = async (file: string): Promise<number> => {
    const { data } = await sharp(file).greyscale().raw().toBuffer({ resolveWithObject: true });
    return data.reduce((n, v) => n + (v < 10 || v > 250 ? 1 : 0), 0) / data.length;
  };
  expect(await lost(path.join(blends, "SM-0417.jpg"))).toBeLessThan(
    0.75 * (await lost(path.join(alone, "SM-0417.jpg"))),
  );
  // Another room under the same times and settings is no exposure of this one.
  await sharp(path.join(other, "SM-0418.jpg")).flop().keepMetadata().toFile(path.join(other, "x.jpg"));
  rmSync(path.join(other, "SM-0418.jpg"));
  copyFileSync(path.join(other, "x.jpg"), path.join(other, "SM-0418.jpg"));
  rmSync(path.join(other, "x.jpg"));
  const [line] = linesOf(flatstone("visit", other, "--out", path.join(folder, "each"), "--blend").stdout);
  expect(line!["out"]).toEqual(["SM-0416.jpg", "SM-0417.jpg", "SM-0418.jpg"]);
  expect(line).not.toHaveProperty("blended");
  expect((line!["review"] as string[])[0]).toMatch(/camera was moved/);
}, 240_000);
