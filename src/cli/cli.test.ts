import { existsSync, linkSync, mkdirSync, readFileSync, symlinkSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { gradient, lossless, pictureOf, temporaryFolder } from "@/server/testing";
import { emptyRecipe } from "@/core/recipe";
import { madeUpCamera, madeUpPlumbs, randomFrom } from "@/core/testing";
import { flatstone } from "./running.testing";

const folder = temporaryFolder();

function saved(name: string, content: unknown): string {
  const file = path.join(folder, name);
  writeFileSync(file, typeof content === "string" ? content : JSON.stringify(content));
  return file;
}

function recipeOf(seed: number) {
  const random = randomFrom(seed);
  const made = { ...madeUpCamera(random), k1: 0 };
  const lines = madeUpPlumbs(made, random, 4).map((points, i) => ({
    id: `l${i}`,
    kind: "plumb" as const,
    points: points.map((p): [number, number] => [p[0], p[1]]),
    on: true,
  }));
  const recipe = { ...emptyRecipe(), lines };
  recipe.camera = { focalPx: made.intrinsics.focalPx, focalFrom: "stated", principal: [1500, 1000] };
  return { made, recipe };
}

test("solve prints attitude, sigmas, lines and messages", () => {
  const { made, recipe } = recipeOf(21);
  const { status, stdout } = flatstone("solve", "--size", "3000,2000", "--recipe", saved("r.json", recipe));
  expect(status).toBe(0);
  const result = JSON.parse(stdout);
  expect(result.attitude.pitch).toBeCloseTo(made.attitude.pitch, 4);
  expect(result.attitude.roll).toBeCloseTo(made.attitude.roll, 4);
  expect(result.attitude.yaw).toBe(0);
  expect(result.sigma.pitch).toBeGreaterThan(0);
  expect(result.sigma.yaw).toBeNull();
  expect(result.focalPx).toBe(recipe.camera.focalPx);
  expect(result.lines).toHaveLength(4);
  expect(result.lines[0].after).toBeLessThan(0.001);
  expect(result.lines[0].residualPx).toBeLessThan(0.001);
  expect(result.messages).toEqual([expect.stringContaining("4 plumbs agree")]);
});

test("solve takes many recipes, one a line", () => {
  const many = [31, 32, 33].map((s) => recipeOf(s));
  const file = saved("many.ndjson", many.map((m) => JSON.stringify(m.recipe)).join("\n") + "\n");
  const { stdout } = flatstone("solve", "--size", "3000,2000", "--recipes", file);
  const results = stdout
    .trim()
    .split("\n")
    .map((l) => JSON.parse(l));
  expect(results).toHaveLength(3);
  results.forEach((r, i) => expect(r.attitude.pitch).toBeCloseTo(many[i]!.made.attitude.pitch, 4));
});

test("frame prints the clean frame and the share kept", () => {
  const recipe = { ...emptyRecipe() };
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 10 });
  const { stdout } = flatstone("frame", "--size", "3000,2000", "--recipe", saved("f.json", recipe));
  const { rect, kept } = JSON.parse(stdout);
  expect(rect).toHaveLength(4);
  expect(kept).toBeGreaterThan(0.5);
  expect(kept).toBeLessThan(1);
});

test("render writes the picture, threads and all", async () => {
  const source = path.join(folder, "in.png");
  await pictureOf(gradient(900, 600)).png().toFile(source);
  const target = path.join(folder, "out.png");
  const { status, stdout } = flatstone("render", source, "--recipe", saved("e.json", emptyRecipe()), "--out", target);
  expect(status).toBe(0);
  expect(JSON.parse(stdout)).toMatchObject({ size: [900, 600] });
  const [a, b] = await Promise.all([source, target].map((f) => sharp(f).raw().toBuffer()));
  expect(a!.equals(b!)).toBe(true);
});

test.each([
  ["grey and alpha", 2, 8],
  ["colour and alpha", 4, 8],
  ["colour and alpha", 4, 16],
] as const)("what is transparent stays so through the threads: %s, %i channels, %i bits", async (_, channels, bits) => {
  const source = path.join(folder, `in-${channels}-${bits}.png`);
  const plain = gradient(900, 600, channels, bits);
  // A hole in the middle, half cover about it.
  for (let y = 100; y < 500; y++)
    for (let x = 200; x < 700; x++)
      plain.data[(y * 900 + x) * channels + channels - 1] = x > 250 && x < 650 ? 0 : bits === 8 ? 128 : 32768;
  await lossless(pictureOf(plain), "png").toFile(source);
  const target = path.join(folder, `out-${channels}-${bits}.png`);
  const { status } = flatstone("render", source, "--recipe", saved("e.json", emptyRecipe()), "--out", target);
  expect(status).toBe(0);
  const read = async (file: string) =>
    sharp(file)
      .raw({ depth: bits === 8 ? "uchar" : "ushort" })
      .toBuffer({ resolveWithObject: true });
  const [a, b] = await Promise.all([read(source), read(target)]);
  expect(b.info.channels).toBe(a.info.channels);
  const samples = (buffer: Buffer) =>
    bits === 8 ? buffer : new Uint16Array(buffer.buffer, buffer.byteOffset, buffer.length / 2);
  const [before, after] = [samples(a.data), samples(b.data)];
  let [worst, worstAlpha] = [0, 0];
  for (let i = 0; i < before.length; i++) {
    const alpha = i - (i % a.info.channels) + a.info.channels - 1;
    const off = Math.abs(before[i]! - after[i]!);
    if (i === alpha) worstAlpha = Math.max(worstAlpha, off);
    else if (before[alpha]! > 0) worst = Math.max(worst, off);
  }
  expect(worstAlpha).toBe(0);
  expect(worst).toBeLessThanOrEqual(bits === 8 ? 0 : 2);
});

test("wrong input: a sentence on stderr, status 2, no output file", async () => {
  const recipe = saved("ok.json", emptyRecipe());
  const photo = path.join(folder, "p.png");
  await pictureOf(gradient(40, 30)).png().toFile(photo);
  const out = path.join(folder, "never.jpg");
  const cases: string[][] = [
    ["draw"],
    ["render"],
    ["render", photo, "--out", out],
    ["render", "missing.jpg", "--recipe", recipe, "--out", out],
    ["render", photo, "--recipe", "missing.json", "--out", out],
    ["render", photo, "--recipe", saved("bad.json", "{"), "--out", out],
    ["render", photo, "--recipe", saved("v9.json", { format: "flat-stone-recipe", version: 9 }), "--out", out],
    ["render", saved("fake.jpg", "<svg/>"), "--recipe", recipe, "--out", out],
    ["render", photo, "--recipe", recipe, "--out", path.join(folder, "never.gif")],
    ["render", photo, "--recipe", recipe, "--out", out, "--quality", "900"],
    ["render", photo, "--recipe", recipe, "--out", photo],
    ["render", photo, "--recipe", recipe, "--out", out, "--colour", "red"],
    ["solve", "--size", "3000", "--recipe", recipe],
    ["solve", "--size", "3000,2000"],
    ["solve", "--size", "3000,2000", "--recipes", saved("bad.ndjson", "{}\n")],
    ["frame", "--recipe", recipe],
  ];
  const before = readFileSync(photo);
  for (const args of cases) {
    const { status, stdout, stderr } = flatstone(...args);
    expect([args.join(" "), status, stdout]).toEqual([args.join(" "), 2, ""]);
    expect(stderr).toMatch(/\w+ .*[.?\w]/);
    expect(stderr).not.toMatch(/\n\s+at /);
  }
  expect(existsSync(out)).toBe(false);
  expect(readFileSync(photo).equals(before)).toBe(true);
}, 30_000);

test("an original is not overwritten by whatever name it is reached", async () => {
  const real = path.join(folder, "real");
  mkdirSync(real);
  const photo = path.join(real, "x.png");
  await pictureOf(gradient(40, 30)).png().toFile(photo);
  symlinkSync(real, path.join(folder, "link"));
  symlinkSync(photo, path.join(folder, "other.png"));
  linkSync(photo, path.join(folder, "hard.png"));
  const recipe = saved("over.json", emptyRecipe());
  const before = readFileSync(photo);
  for (const out of ["link/x.png", "other.png", "hard.png", "real/../real/x.png"]) {
    const { status, stderr } = flatstone("render", photo, "--recipe", recipe, "--out", path.join(folder, out));
    expect([out, status]).toEqual([out, 2]);
    expect(stderr).toMatch(/same file .* never overwritten/);
    expect(readFileSync(photo).equals(before)).toBe(true);
    expect(readFileSync(path.join(folder, out)).equals(before)).toBe(true);
  }
  // Nor the recipe; and a name that merely lies in the linked folder may be written.
  const asPicture = path.join(folder, "over.png");
  writeFileSync(asPicture, readFileSync(recipe));
  expect(flatstone("render", photo, "--recipe", asPicture, "--out", asPicture).status).toBe(2);
  expect(flatstone("render", photo, "--recipe", recipe, "--out", path.join(folder, "link/y.png")).status).toBe(0);
}, 30_000);

test("damaged pictures, folders and devices: a sentence and status 2, never a stack", async () => {
  const whole = await pictureOf(gradient(400, 300)).jpeg({ quality: 95 }).toBuffer();
  const cut = path.join(folder, "cut.jpg");
  writeFileSync(cut, whole.subarray(0, whole.length >> 1));
  const lying = Buffer.from(whole);
  lying.writeUInt16BE(3000, lying.indexOf(Buffer.from([0xff, 0xc0])) + 5);
  const claims = path.join(folder, "claims.jpg");
  writeFileSync(claims, lying);
  const recipe = saved("d.json", emptyRecipe());
  const out = path.join(folder, "damaged-out.png");
  const photo = path.join(folder, "good.jpg");
  writeFileSync(photo, whole);
  const cases: string[][] = [
    ...[cut, folder, "/dev/zero", "/dev/null"].flatMap((bad) => [
      ["render", bad, "--recipe", recipe, "--out", out],
      ["lines", bad],
      ["solve", bad, "--find"],
      ["calibrate", bad, "--corners", "9x6"],
      ["recipe", bad],
    ]),
    ["render", claims, "--recipe", recipe, "--out", out],
    ["render", photo, "--recipe", folder, "--out", out],
    ["render", photo, "--recipe", "/dev/zero", "--out", out],
    ["render", photo, "--recipe", recipe, "--out", path.join(folder, "real.png/")],
    ["render", photo, "--recipe", recipe, "--out", path.join(photo, "in-a-file.png")],
    ["calibrate", photo, "--corners", "9x6"],
    ["frame", "--size", "30,20", "--recipe", folder],
    ["solve", "--size", "30,20", "--recipes", folder],
    ["solve", "--size", "30,20", "--recipe", saved("far.json", withPoint(1e155))],
  ];
  for (const args of cases) {
    const { status, stdout, stderr } = flatstone(...args);
    expect([args.join(" "), status, stdout]).toEqual([args.join(" "), 2, ""]);
    expect(stderr).toMatch(/\w+ .*[.?\w]/);
    expect(stderr).not.toMatch(/\n\s+at |ENOENT|EISDIR|Vips/);
  }
  expect(existsSync(out)).toBe(false);
}, 60_000);

const withPoint = (x: number) => ({
  ...emptyRecipe(),
  lines: [
    {
      id: "a",
      kind: "plumb",
      points: [
        [x, 0],
        [1, 1],
      ],
      on: true,
    },
  ],
});

test("one bad recipe in a file of many has a line that says so; the rest is answered", () => {
  const good = recipeOf(41).recipe;
  const file = saved("mixed.ndjson", [JSON.stringify(good), "{", JSON.stringify(good)].join("\n"));
  const { status, stdout, stderr } = flatstone("solve", "--size", "3000,2000", "--recipes", file);
  const answers = stdout
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line));
  expect(answers).toHaveLength(3);
  expect(answers[0]).toEqual(answers[2]);
  expect(answers[0].attitude.pitch).toBeCloseTo(recipeOf(41).made.attitude.pitch, 4);
  expect(answers[1]).toEqual({ line: 2, error: expect.stringContaining("not valid JSON") });
  expect(stderr).toMatch(/^Line 2 of/);
  expect(status).toBe(2);
});
