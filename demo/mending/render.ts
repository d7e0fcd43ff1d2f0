import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { rotationOf } from "@/core/camera";
import { apply3, transpose3 } from "@/core/geometry";
import { develop } from "../camera/develop";
import type { P3, SceneCamera } from "../scenes/scene";
import { pictureAs } from "../trace-scene";
import { type MendingView, type Thing, mendingViews, thingsText } from "./views";

/**
 * Re-makes what mending is measured on: every view with things in the way and without, and where the things are seen.
 * Names of views may be given.
 */
const folder = path.join(process.cwd(), "demo/photos/mending");
/** A brush goes over a thing's border by this, pixels. */
const OVER = 8;
const given = process.argv.slice(2);

mkdirSync(folder, { recursive: true });
for (const view of mendingViews) if (given.length === 0 || given.includes(view.name)) await make(view);

async function make({ name, scene, things, gain }: MendingView): Promise<void> {
  const layouts = { without: scene, with: { ...scene, extra: `${scene.extra ?? ""}\n${thingsText(things)}` } };
  for (const [is, of] of Object.entries(layouts)) {
    const picture = pictureAs({ ...of, name: `${scene.name}-${is}` });
    const scaled = { ...picture, data: picture.data.map((v) => v * gain) };
    const raw = { width: picture.width, height: picture.height, channels: 3 as const };
    await sharp(develop(scaled, 255), { raw })
      .jpeg({ quality: 90 })
      .toFile(path.join(folder, `${name}-${is}.jpg`));
  }
  const { focalPx, principal, pitch, yaw, roll, size } = scene.camera;
  const strokes = things.map((thing) => ({ is: thing.is, ...strokeOver(scene.camera, thing) }));
  const about = { size, focalPx, principal, attitude: { pitch, yaw, roll }, strokes };
  writeFileSync(path.join(folder, `${name}.json`), `${JSON.stringify(about, null, 1)}\n`);
}

/** Where a thing is seen, and the brush that covers it; pixels. */
function strokeOver(camera: SceneCamera, { line, radius }: Thing): { points: [number, number][]; radius: number } {
  const seen = line.map((p) => seenAt(camera, p));
  const most = Math.max(...seen.map(([, , depth]) => (camera.focalPx * radius) / depth));
  return {
    points: seen.map(([x, y]) => [Math.round(10 * x) / 10, Math.round(10 * y) / 10]),
    radius: Math.round(10 * (most + OVER)) / 10,
  };
}

/** Where a place of the scene is seen, pixels, and how far before the camera it is, metres. */
function seenAt({ position, focalPx, principal, ...attitude }: SceneCamera, p: P3): [number, number, number] {
  // The camera's y points down.
  const from: P3 = [p[0] - position[0], position[1] - p[1], p[2] - position[2]];
  const [x, y, z] = apply3(transpose3(rotationOf(attitude)), from);
  return [principal[0] + (focalPx * x) / z, principal[1] + (focalPx * y) / z, z];
}
