import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { calibration, rotationOf } from "@/core/camera";
import { type Vec2, type Vec3, apply3, transpose3 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { type Photo, nameOf, photos } from "../photos";
import type { Truth } from "./truth";

const folder = path.join(__dirname, "../photos");
const truthOf = (photo: Photo): Truth =>
  JSON.parse(readFileSync(path.join(folder, `${nameOf(photo.file)}.truth.json`), "utf8")) as Truth;
const lensOf = ({ size, lens }: Truth) =>
  makeLens(size, { k: lens.k as Vec3, p: lens.p as unknown as Vec2, centre: lens.centre, amount: 1 });

/** Direction in the camera of a recorded pixel, by the product's own core; a cylinder's by its definition. */
function directionOf(truth: Truth, p: Vec2): Vec3 {
  const [cx, cy] = truth.principal;
  if (truth.projection === "cylindrical") {
    const a = (p[0] - cx) / truth.focalPx;
    return [Math.sin(a), (p[1] - cy) / truth.focalPx, Math.cos(a)];
  }
  const [x, y] = lensOf(truth).undistort(p);
  return [(x - cx) / truth.focalPx, (y - cy) / truth.focalPx, 1];
}

/** Largest distance, pixels, of directions from the plane through the camera that fits them best. */
function bowOf(directions: readonly Vec3[], focalPx: number): number {
  const unit = directions.map(([x, y, z]): Vec3 => {
    const n = Math.hypot(x, y, z);
    return [x / n, y / n, z / n];
  });
  const [a, b] = [unit[0]!, unit[unit.length - 1]!];
  const normal: Vec3 = [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
  const n = Math.hypot(...normal);
  return Math.max(...unit.map((d) => Math.abs((d[0] * normal[0] + d[1] * normal[1] + d[2] * normal[2]) / n) * focalPx));
}

// A truth that is missing fails the test below, by name.
const withEdges = photos.filter(
  (p) =>
    p.scene.edges.length > 0 && existsSync(path.join(folder, `${nameOf(p.file)}.truth.json`)) && truthOf(p).markers,
);

test("every photo of the visit is there, with its truth", () => {
  for (const p of photos) {
    expect(existsSync(path.join(folder, p.file))).toBe(true);
    expect(truthOf(p).picture).toBe(p.file);
  }
});

describe.each(withEdges.map((p) => [p.file, p] as const))("%s", (_, photo) => {
  const truth = truthOf(photo);

  test("undistorted by the true lens, every edge is straight within 0.05 px", () => {
    expect(truth.edges.length).toBeGreaterThan(10);
    for (const e of truth.edges)
      expect(
        bowOf(
          e.recorded.map((p) => directionOf(truth, p)),
          truth.focalPx,
        ),
      ).toBeLessThan(0.05);
  });

  test("under the true attitude every plumb is vertical within 0.005°", () => {
    const rotation = rotationOf(truth.attitude);
    const plumbs = truth.edges.filter((e) => e.kind === "plumb");
    for (const { recorded } of plumbs) {
      const [top, bottom] = [recorded[0]!, recorded[recorded.length - 1]!].map((p) =>
        apply3(rotation, directionOf(truth, p)),
      );
      // Both ends of a plumb have the same heading; what they differ by, over the height between them, is its lean.
      const heading = (d: Vec3): number => Math.atan2(d[0], d[2]);
      const rise = (d: Vec3): number => d[1] / Math.hypot(d[0], d[2]);
      const [across, up] = [heading(top!) - heading(bottom!), rise(top!) - rise(bottom!)];
      // Points are written to a ten-thousandth of a pixel; a short edge cannot say more.
      if (Math.abs(up) * truth.focalPx < 20) continue;
      expect((Math.atan2(Math.abs(across), Math.abs(up)) * 180) / Math.PI).toBeLessThan(0.005);
    }
  });

  if (truth.projection === "rectilinear")
    test("the product's core records every point of every edge within 0.02 px of the truth", () => {
      const lens = lensOf(truth);
      const k = calibration({ focalPx: truth.focalPx, principal: truth.principal });
      const back = transpose3(rotationOf(truth.attitude));
      let worst = 0;
      for (const { recorded, from, to } of truth.edges) {
        // The ends of the recorded stretch need not be the ends of the edge; the nearest point of the edge is sought.
        for (const seen of [recorded[0]!, recorded[recorded.length >> 1]!, recorded[recorded.length - 1]!]) {
          const at = (t: number): Vec2 => {
            const world: Vec3 = [0, 1, 2].map(
              (i) => from[i]! + (to[i]! - from[i]!) * t - truth.position[i]!,
            ) as unknown as Vec3;
            const [x, y, w] = apply3(k, apply3(back, [world[0], -world[1], world[2]]));
            return w > 0.01 ? lens.distort([x / w, y / w]) : [Infinity, Infinity];
          };
          worst = Math.max(worst, nearest(at, seen));
        }
      }
      expect(worst).toBeLessThan(0.02);
    });

  test("marker spheres, rendered and put through the lens, lie where the truth says within 0.1 px", async () => {
    const { data, info } = await sharp(path.join(folder, "markers", `${nameOf(photo.file)}.png`))
      .extractChannel(0)
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([info.width, info.height]).toEqual([...truth.size]);
    const lonely = truth.markers.filter((m) =>
      truth.markers.every((o) => o === m || distance(o.recorded, m.recorded) > 30),
    );
    expect(lonely.length).toBeGreaterThan(4);
    const misses = lonely
      .map((m) => distance(middleOfLight(data, info.width, info.height, m.recorded), m.recorded))
      .sort((a, b) => a - b);
    expect(misses[misses.length >> 1]).toBeLessThan(0.05);
    expect(misses[misses.length - 1]).toBeLessThan(0.1);
  });
});

const distance = (a: readonly number[], b: readonly number[]): number => Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!);

/** Distance of a point from a curve over t in 0…1: a coarse look, then golden sections about the best. */
function nearest(at: (t: number) => Vec2, p: readonly number[]): number {
  const n = 200;
  let best = 0;
  for (let i = 1; i <= n; i++) if (distance(at(i / n), p) < distance(at(best / n), p)) best = i;
  let [low, high] = [Math.max(0, (best - 1) / n), Math.min(1, (best + 1) / n)];
  const g = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 60; i++) {
    const [a, b] = [high - g * (high - low), low + g * (high - low)];
    if (distance(at(a), p) < distance(at(b), p)) high = b;
    else low = a;
  }
  return distance(at((low + high) / 2), p);
}

/** Middle of the light within 12 pixels of a place. */
function middleOfLight(
  data: Buffer,
  width: number,
  height: number,
  [cx, cy]: readonly [number, number],
): [number, number] {
  let [sum, sx, sy] = [0, 0, 0];
  for (let y = Math.max(0, Math.floor(cy) - 12); y < Math.min(height, cy + 12); y++)
    for (let x = Math.max(0, Math.floor(cx) - 12); x < Math.min(width, cx + 12); x++) {
      const v = data[y * width + x]!;
      sum += v;
      sx += v * (x + 0.5);
      sy += v * (y + 0.5);
    }
  return [sx / sum, sy / sum];
}
