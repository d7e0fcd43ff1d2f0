import { existsSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { parseRecipe } from "@/core/recipe";
import { temporaryFolder } from "@/server/testing";
import { flatstone } from "./running.testing";

const folder = temporaryFolder();
const place = (name: string): string => path.join(folder, name);
const demo = (name: string): string => path.join(__dirname, "../../demo/photos", name);

/** A demo photo, smaller, with its own metadata: its edges are looked at in a fraction of the time. */
async function smaller(name: string): Promise<string> {
  const file = place(name);
  if (!existsSync(file)) await sharp(demo(name)).resize(1500).keepMetadata().jpeg({ quality: 95 }).toFile(file);
  return file;
}

test("true --answers tells every answer with what it costs, cheapest first, and delivers nothing", async () => {
  const { status, stdout } = flatstone("true", await smaller("SM-0420.jpg"), "--answers");
  expect(status).toBe(0);
  const answers = stdout.trim().split("\n").map((line) => JSON.parse(line)); // prettier-ignore
  expect(answers[0]).toMatchObject({ answer: "plumb", cut: [], empty: 0 });
  expect(answers[0].why).toMatch(/^Plumb: turning the wall face-on would draw its far end out \d\.\d times\.$/);
  expect(answers.map((a) => a.answer).sort()).toEqual(["as-shot", "face-on", "horizon", "plumb"]);
  for (const [i, a] of answers.entries()) {
    const sum = Object.values(a.terms as Record<string, number>).reduce((s, v) => s + v, 0);
    expect(a.cost).toBeCloseTo(sum, 2);
    if (i > 0) expect(a.cost).toBeGreaterThan(answers[i - 1].cost - 0.05);
  }
}, 60_000);

test("true --answer takes the one asked for, and says what it did to the picture", async () => {
  const [out, recipe] = [place("turned.jpg"), place("turned.json")];
  const photo = await smaller("SM-0420.jpg");
  const { status, stdout } = flatstone("true", photo, "--out", out, "--answer", "face-on", "--recipe-out", recipe);
  expect(status).toBe(0);
  const told = JSON.parse(stdout);
  expect(told).toMatchObject({ answer: "face-on", original: [1500, 1000], why: "Face-on, as asked." });
  expect(Math.abs(told.attitude.yaw - 32)).toBeLessThan(0.3);
  expect(parseRecipe(readFileSync(recipe, "utf8")).attitude.face).toHaveProperty("line");
  const shot = JSON.parse(flatstone("true", photo, "--out", place("shot.png"), "--answer", "as-shot").stdout);
  expect(shot).toMatchObject({ answer: "as-shot", stretch: 1, kept: 1, empty: 0, cut: [] });
  const [a, b] = await Promise.all([photo, place("shot.png")].map((file) => sharp(file).raw().toBuffer()));
  expect(a!.equals(b!)).toBe(true);
}, 90_000);

test("a house style has its way; a wrong style, a wrong answer and one that is not there are refused with a sentence", async () => {
  const photo = await smaller("SM-0420.jpg");
  const style = place("style.json");
  writeFileSync(style, JSON.stringify({ verticals: { share: 0.9 } }));
  const [first] = flatstone("true", photo, "--answers", "--style", style).stdout.trim().split("\n");
  expect(JSON.parse(first!)).toMatchObject({ answer: "eased", ease: 0.9 });
  const wrong = place("wrong.json");
  writeFileSync(wrong, JSON.stringify({ verticals: "always" }));
  for (const [args, words] of [
    [["--style", wrong], /is no house style\. Write \{"verticals"/],
    [["--answer", "straight"], /"straight" is no answer; there are plumb, face-on/],
    [["--answer", "eased"], /This photo has no answer "eased"; it has/],
  ] as const) {
    const { status, stderr } = flatstone("true", photo, "--out", place("never.jpg"), ...args);
    expect([status, existsSync(place("never.jpg"))]).toEqual([2, false]);
    expect(stderr).toMatch(words);
  }
}, 90_000);
