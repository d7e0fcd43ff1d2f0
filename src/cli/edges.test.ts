import { spawnSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { gradient, pictureOf, temporaryFolder } from "@/server/testing";

const folder = temporaryFolder();
const root = path.join(__dirname, "../..");
const program = path.join(process.env["FLATSTONE_BUNDLES"] ?? path.join(root, "dist"), "flatstone.cjs");
const run = (...args: string[]) => spawnSync(process.execPath, [program, ...args], { encoding: "utf8", cwd: root });

const recipe = {
  format: "flat-stone-recipe",
  version: 1,
  camera: { focalPx: 400, focalFrom: "stated", principal: [200, 150] },
  attitude: { from: "by-hand", pitch: 8 },
  frame: { on: true, rule: "free", rect: [-40, -60, 480, 400] },
  edges: { on: true, gaps: "fill", reach: 4, seed: 1 },
};

test("edges lists the gaps; render fills them", async () => {
  const photo = path.join(folder, "p.png");
  const file = path.join(folder, "r.json");
  const out = path.join(folder, "o.png");
  await pictureOf(gradient(400, 300)).png().toFile(photo);
  writeFileSync(file, JSON.stringify(recipe));
  const listed = run("edges", photo, "--recipe", file);
  expect(listed.stderr).toBe("");
  const { frame, gaps } = JSON.parse(listed.stdout);
  expect(frame).toEqual([-40, -60, 480, 400]);
  expect(gaps.map((g: { side: string }) => g.side)).toEqual(["left", "right", "bottom"]);
  for (const gap of gaps) expect(gap).toMatchObject({ do: "fill", share: expect.any(Number) });
  expect(run("edges", "--size", "400,300", "--recipe", file).stdout).toBe(listed.stdout);
  expect(run("render", photo, "--recipe", file, "--out", out).status).toBe(0);
  expect(await sharp(out).metadata()).toMatchObject({ width: 480, height: 400, channels: 3 });
  // With a stroke, and with a mask of what is made up: white in the gaps and under the brush, black elsewhere.
  const strokes = [{ id: "m", kind: "mend", points: [[200, 150]], radius: 20, hardness: 1, on: true }];
  writeFileSync(file, JSON.stringify({ ...recipe, edges: { ...recipe.edges, strokes } }));
  const withStroke = JSON.parse(run("edges", photo, "--recipe", file).stdout);
  expect(withStroke.strokes).toMatchObject([{ id: "m", kind: "mend" }]);
  const mask = path.join(folder, "mask.png");
  expect(run("render", photo, "--recipe", file, "--out", out, "--mask", mask).status).toBe(0);
  const { data, info } = await sharp(mask).raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([480, 400]);
  const [x, y, w, h] = withStroke.strokes[0].box as [number, number, number, number];
  const at = (px: number, py: number): number => data[info.channels * (Math.round(py) * 480 + Math.round(px))]!;
  expect(at(x + w / 2 + 40, y + h / 2 + 60)).toBe(255);
  expect(at(x + w / 2 + 40 + w, y + h / 2 + 60)).toBe(0);
  expect(at(2, 396)).toBe(255);
  expect(run("render", photo, "--recipe", file, "--out", out, "--mask", "mask.jpg").stderr).toContain(".png");
  writeFileSync(file, JSON.stringify({ ...recipe, edges: { gaps: "mirror" } }));
  const wrong = run("edges", photo, "--recipe", file);
  expect(wrong.status).toBe(2);
  expect(wrong.stderr).toContain('"edges.gaps"');
});
