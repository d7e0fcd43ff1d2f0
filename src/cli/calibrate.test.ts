import { spawnSync } from "node:child_process";
import path from "node:path";
import sharp from "sharp";
import { temporaryFolder } from "@/server/testing";

const root = path.join(__dirname, "../..");
const program = path.join(process.env["FLATSTONE_BUNDLES"] ?? path.join(root, "dist"), "flatstone.cjs");
const chart = (n: number): string => path.join(root, `demo/photos/SM-0${n}.jpg`);
const folder = temporaryFolder();

function calibrate(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, "calibrate", ...args], {
    encoding: "utf8",
    cwd: root,
  });
  return { status, stdout, stderr };
}

test("three charts give the camera as one line of JSON", () => {
  const { status, stdout } = calibrate(chart(429), chart(430), chart(431), "--corners", "9x6");
  expect(status).toBe(0);
  const found = JSON.parse(stdout);
  expect(found).toMatchObject({ model: "brown-conrady", size: [3000, 2000] });
  expect(found.focalPx).toBeGreaterThan(1492);
  expect(found.focalPx).toBeLessThan(1508);
  expect(found.k).toHaveLength(3);
  expect(found.p).toHaveLength(2);
  expect(found.rmsPx).toBeLessThan(0.5);
  expect(found.pictures).toHaveLength(3);
}, 60_000);

test("small, soft, much compressed pictures of a chart do as well", async () => {
  const small = await Promise.all(
    [429, 430, 431].map(async (n) => {
      const file = path.join(folder, `${n}.jpg`);
      await sharp(chart(n))
        .resize(640, 427, { fit: "fill" })
        .blur(1.1)
        .modulate({ brightness: 0.7 })
        .jpeg({ quality: 40 })
        .toFile(file);
      return file;
    }),
  );
  const { status, stdout } = calibrate(...small, "--corners", "9x6");
  expect(status).toBe(0);
  const found = JSON.parse(stdout);
  for (const { corners } of found.pictures as { corners: number }[]) expect(corners).toBeGreaterThanOrEqual(50);
  expect(found.pictures).toHaveLength(3);
  expect(found.rmsPx).toBeLessThan(1);
}, 60_000);

test("a picture without the chart is named and left out; none at all, or a wrong count, is refused", () => {
  const mixed = calibrate(chart(429), path.join(root, "demo/photos/SM-0427.png"), chart(430), "--corners", "9x6");
  expect(mixed.status).toBe(0);
  expect(mixed.stderr).toMatch(/SM-0427\.png.*left out/);
  expect(calibrate(chart(429), "--corners", "12x9")).toMatchObject({
    status: 2,
    stderr: expect.stringMatching(/No chart of 12 × 9/),
  });
  expect(calibrate(chart(429), "--corners", "nine").status).toBe(2);
  expect(calibrate("--corners", "9x6")).toMatchObject({
    status: 2,
    stderr: expect.stringMatching(/at least one picture/),
  });
  expect(calibrate("gone.jpg", "--corners", "9x6").stderr).toMatch(/cannot be read/);
}, 90_000);
