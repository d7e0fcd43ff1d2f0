import { spawnSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { type Recipe, emptyRecipe } from "@/core/recipe";
import { compile, settle } from "@/core/render";
import { offVertical } from "@/core/lines";
import { temporaryFolder } from "@/server/testing";
import { type Point, edge, seen, truth } from "../e2e/scene";
import { streetFront } from "./scenes/street-front";

const folder = temporaryFolder();
const { camera } = streetFront;
const plumbs = truth.edges.filter((e) => e.kind === "plumb");
const [width, height] = camera.size;
const inPicture = ([x, y]: Point): boolean => x > 0 && y > 0 && x < width && y < height;

function recipeWith(...ids: string[]): Recipe {
  const recipe = emptyRecipe();
  recipe.camera = {
    focalPx: camera.focalPx,
    focalFrom: "metadata",
    principal: [camera.principal[0], camera.principal[1]],
  };
  recipe.lines = ids.map((id) => ({ id, kind: "plumb", points: edge(id), on: true }));
  return recipe;
}

test("the two plumbs of two windows make every plumb edge of the scene vertical within 0.02°", () => {
  const recipe = settle(recipeWith("w11-left", "w28-right"), camera.size);
  expect(recipe.attitude.pitch).toBeCloseTo(camera.pitch, 4);
  expect(recipe.attitude.roll).toBeCloseTo(camera.roll, 4);
  const map = compile(recipe, camera.size);
  const edges = plumbs.map((e) => [seen(e.from), seen(e.to)] as const);
  const visible = edges.filter((ends) => ends.every(inPicture));
  expect(visible.length).toBeGreaterThan(40);
  for (const [a, b] of visible) expect(offVertical(map.fromRecorded(a)!, map.fromRecorded(b)!)).toBeLessThan(0.02);
});

/** Sub-pixel place, along x, where a row crosses half way from the bright side left of x to the dark one right of it. */
function edgeNear(data: Buffer, w: number, x: number, y: number): number | null {
  const at = (i: number): number => data[y * w + i]!;
  const middle = Math.round(x);
  const mean = (from: number, to: number): number => {
    let sum = 0;
    for (let i = from; i <= to; i++) sum += at(i);
    return sum / (to - from + 1);
  };
  const [left, right] = [mean(middle - 8, middle - 4), mean(middle + 3, middle + 7)];
  if (left - right < 30) return null;
  const half = (left + right) / 2;
  for (let i = middle - 4; i < middle + 4; i++)
    if (at(i) >= half && at(i + 1) < half) return i + 0.5 + (at(i) - half) / (at(i) - at(i + 1));
  return null;
}

test("measured in the delivered file, the stone beside the door stands vertical", async () => {
  const recipeFile = path.join(folder, "r.json");
  writeFileSync(recipeFile, JSON.stringify(recipeWith("w11-left", "w28-right")));
  const root = path.join(__dirname, "..");
  const program = path.join(process.env["FLATSTONE_BUNDLES"] ?? path.join(root, "dist"), "flatstone.cjs");
  const out = path.join(folder, "out.png");
  const photo = path.join(root, "demo/photos/SM-0412.jpg");
  const { status } = spawnSync(process.execPath, [program, "render", photo, "--recipe", recipeFile, "--out", out], {
    cwd: root,
  });
  expect(status).toBe(0);
  const { data, info } = await sharp(out).greyscale().raw().toBuffer({ resolveWithObject: true });
  const map = compile(settle(recipeWith("w11-left", "w28-right"), camera.size), camera.size);
  // The right edge of the door's stone surround, bright against brick, above the plinth and below its head.
  const [top, bottom] = [
    [-0.02, 3.6, -0.07],
    [-0.02, 1, -0.07],
  ].map((p) => map.fromRecorded(seen(p))!);
  const rows: Point[] = [];
  for (let y = Math.ceil(top![1] - map.frame[1]); y < bottom![1] - map.frame[1]; y++) {
    const x = edgeNear(data, info.width, top![0] - map.frame[0], y);
    if (x !== null) rows.push([x, y]);
  }
  expect(rows.length).toBeGreaterThan(150);
  // A straight line through the rows by the median of pairwise slopes (Theil and Sen), deaf to the odd row.
  const slopes = rows.flatMap(([xa, ya], i) => rows.slice(i + 60).map(([xb, yb]) => (xb - xa) / (yb - ya)));
  const slope = slopes.sort((p, q) => p - q)[slopes.length >> 1]!;
  expect((Math.abs(Math.atan(slope)) * 180) / Math.PI).toBeLessThan(0.02);
  const middle = rows.map(([x]) => x).sort((p, q) => p - q)[rows.length >> 1]!;
  expect(Math.abs(middle - (top![0] - map.frame[0]))).toBeLessThan(0.7);
}, 60_000);
