import { existsSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { readProfile } from "@/core/lens";
import { parseRecipe } from "@/core/recipe";
import { temporaryFolder } from "@/server/testing";
import { flatstone } from "./running.testing";

const folder = temporaryFolder();
const root = path.join(__dirname, "../..");
const demo = (name: string): string => path.join(root, "demo/photos", name);
const place = (name: string): string => path.join(folder, name);
const truthOf = (name: string) => JSON.parse(readFileSync(demo(`${name}.truth.json`), "utf8"));

/** A demo photo without a word about camera and lens. */
async function bare(name: string): Promise<string> {
  const file = place(`bare-${name}.png`);
  await sharp(demo(`${name}.jpg`))
    .png({ compressionLevel: 1 })
    .toFile(file);
  return file;
}

test("solve --find --lens tells lens, focal length and attitude of a photo that says nothing of itself", async () => {
  const truth = truthOf("SM-0420");
  const { status, stdout } = flatstone("solve", await bare("SM-0420"), "--find", "--lens");
  expect(status).toBe(0);
  const answer = JSON.parse(stdout);
  expect(Math.abs(answer.attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.1);
  expect(Math.abs(answer.attitude.yaw - truth.attitude.yaw)).toBeLessThan(0.1);
  expect(Math.abs(answer.focalPx / truth.focalPx - 1)).toBeLessThan(0.01);
  const corner = (k: number[]): number => (k[0]! + k[1]! + k[2]!) * (Math.hypot(3000, 2000) / 2);
  expect(answer.lens.k).toHaveLength(3);
  expect(answer.lens.centre).toEqual([1500, 1000]);
  expect(answer.lens.sigmaPx).toBeGreaterThan(0.1);
  expect(Math.abs(corner(answer.lens.k) - corner(truth.lens.k))).toBeLessThan(5 * answer.lens.sigmaPx);
  expect(answer.sigma.pitch).toBeGreaterThan(0);
  expect(answer.lines.length).toBeGreaterThan(100);
  expect(answer.messages[0]).toContain("barrel");
}, 60_000);

test("true takes it all and delivers; its recipe makes the same picture again", async () => {
  const [out, recipe] = [place("true.png"), place("true.json")];
  const { status, stdout } = flatstone("true", await bare("SM-0431"), "--out", out, "--recipe-out", recipe);
  expect(status).toBe(0);
  const truth = truthOf("SM-0431");
  const made = JSON.parse(stdout);
  expect(Math.abs(made.attitude.pitch - truth.attitude.pitch)).toBeLessThan(0.15);
  expect(Math.abs(made.attitude.roll - truth.attitude.roll)).toBeLessThan(0.1);
  const kept = parseRecipe(readFileSync(recipe, "utf8"));
  expect(kept.lens.from).toBe("own-edges");
  expect(kept.frame.rule).toBe("clean");
  expect(kept.lines.length).toBeGreaterThan(10);
  expect(flatstone("render", await bare("SM-0431"), "--recipe", recipe, "--out", place("again.png")).status).toBe(0);
  const [a, b] = await Promise.all([out, place("again.png")].map((file) => sharp(file).raw().toBuffer()));
  expect(a!.equals(b!)).toBe(true);
}, 90_000);

test("lens pools photos at one setting: the corner within half a pixel, kept as a profile", () => {
  const profile = place("pooled.json");
  const names = ["SM-0419", "SM-0430", "SM-0431"];
  const { status, stdout } = flatstone("lens", ...names.map((n) => demo(`${n}.jpg`)), "--out", profile);
  expect(status).toBe(0);
  const answer = JSON.parse(stdout);
  const corner = (k: number[]): number => (k[0]! + k[1]! + k[2]!) * (Math.hypot(3000, 2000) / 2);
  expect(Math.abs(corner(answer.lens.k) - corner(truthOf("SM-0430").lens.k))).toBeLessThan(0.6);
  expect(answer.lens.sigmaPx).toBeLessThan(Math.min(...answer.photos.map((p: { sigmaPx: number }) => p.sigmaPx)));
  expect(answer.photos.map((p: { counts: boolean }) => p.counts)).toEqual([true, true, true]);
  const kept = readProfile(JSON.parse(readFileSync(profile, "utf8")));
  expect(kept.distortion[0]!.k).toEqual(answer.lens.k);
  expect(kept.notes).toContain("own edges of 3 photos");
}, 90_000);

test("what proposes nothing is refused with a sentence, and leaves no file", async () => {
  const stones = place("stones.jpg");
  await sharp(demo("SM-0427.png")).resize(600).jpeg({ quality: 95 }).toFile(stones);
  for (const args of [
    ["solve", stones, "--find", "--lens"],
    ["true", stones, "--out", place("never.jpg")],
    ["true", stones, "--answers"],
    ["lens", stones],
  ]) {
    const { status, stdout, stderr } = flatstone(...args);
    expect([args[0], status, stdout]).toEqual([args[0], 2, ""]);
    expect(stderr).toMatch(/straight|edges enough/);
  }
  expect(existsSync(place("never.jpg"))).toBe(false);
}, 60_000);

test("wrong input is refused before anything is looked at", () => {
  const wrong: readonly (readonly [string[], RegExp])[] = [
    [["solve", demo("SM-0420.jpg"), "--lens"], /--lens goes with --find/],
    [["true", demo("SM-0420.jpg")], /--out is missing/],
    [["true", demo("SM-0420.jpg"), "--out", "x.gif"], /does not end in/],
    [["true", demo("SM-0420.jpg"), "--out", demo("SM-0420.jpg")], /never overwritten/],
    [["lens"], /Name the photos/],
    [["lens", "nowhere.jpg"], /cannot be read/],
    [["lens", demo("SM-0420.jpg"), "--out", "x.txt"], /does not end in \.json/],
  ];
  for (const [args, words] of wrong) {
    const { status, stderr } = flatstone(...args);
    expect(status).toBe(2);
    expect(stderr).toMatch(words);
  }
});

test("solve --find without a lens says that these edges bow, and its ± holds what that does", async () => {
  const truth = truthOf("SM-0430");
  const photo = demo("SM-0430.jpg");
  const { attitude, sigma, messages } = JSON.parse(flatstone("solve", photo, "--find").stdout);
  expect(messages[0]).toMatch(/bow by \d+\.\d px at the corner; the lens has not been taken out/);
  for (const angle of ["pitch", "roll"])
    expect(Math.abs(attitude[angle] - truth.attitude[angle])).toBeLessThan(3 * sigma[angle]);
  // A photo whose lens is straight gets no such word.
  expect(JSON.parse(flatstone("solve", demo("SM-0412.jpg"), "--find").stdout).messages.join()).not.toContain("bow by");
}, 60_000);

test("a picture that says it was stitched has no lens to measure; what is found in it is told all the same", async () => {
  const file = place("stitched.jpg");
  const bytes = await sharp(demo("SM-0425.jpg")).resize(1500).jpeg().toBuffer();
  const head = Buffer.from('<rdf:RDF><rdf:Description GPano:ProjectionType="cylindrical"/></rdf:RDF>');
  const marker = Buffer.from([0xff, 0xe1, (head.length + 2) >> 8, (head.length + 2) & 255]);
  writeFileSync(file, Buffer.concat([bytes.subarray(0, 2), marker, head, bytes.subarray(2)]));
  for (const args of [
    ["solve", file, "--find", "--lens"],
    ["true", file, "--out", place("never.jpg")],
  ]) {
    const { status, stderr } = flatstone(...args);
    expect(status).toBe(2);
    expect(stderr).toContain("stitched (cylindrical)");
  }
  expect(existsSync(place("never.jpg"))).toBe(false);
  const { attitude, messages } = JSON.parse(flatstone("solve", file, "--find").stdout);
  expect(Math.abs(attitude.roll)).toBeLessThan(0.2);
  expect(messages.join()).not.toContain("bow by");
}, 60_000);
