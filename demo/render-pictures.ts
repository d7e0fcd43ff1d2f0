import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { develop } from "./camera/develop";
import { keep } from "./camera/keep";
import type { LinearPicture } from "./camera/radiance";
import { record } from "./camera/record";
import { type Photo, nameOf, photos } from "./photos";
import { referenceRender, sightOf, wideRender } from "./trace-scene";
import { type Reference, truthOf, truthText } from "./truth/truth";

/**
 * Re-makes the demo's pictures, their truth, their marker pictures and references. Names of photos may be
 * given (SM-0415 …); --truth leaves the photos alone and renews what lies beside them; --references only the references among that.
 */
const folder = path.join(process.cwd(), "demo/photos");
const given = process.argv.slice(2);
const referencesOnly = given.includes("--references");
const truthOnly = referencesOnly || given.includes("--truth");
const wanted = given.filter((a) => !a.startsWith("--"));
const none = { red: [0, 0], blue: [0, 0] } as const;

mkdirSync(path.join(folder, "markers"), { recursive: true });
mkdirSync(path.join(folder, "references"), { recursive: true });
for (const photo of photos) {
  if (wanted.length > 0 && !wanted.includes(nameOf(photo.file))) continue;
  console.log(photo.file);
  if (!truthOnly && !photo.kept) await takePhoto(photo);
  if (!referencesOnly) await writeMarkers(photo);
  const references = await writeReferences(photo);
  const truth = truthOf(photo.file, photo.scene, sightOf(photo.scene), references, photo.answers);
  writeFileSync(path.join(folder, `${nameOf(photo.file)}.truth.json`), truthText(truth));
}

async function takePhoto(photo: Photo): Promise<void> {
  const { scene, spread } = photo;
  const grain = (photo.iso ?? 200) / 200;
  const taken = record(wideRender(scene, spread, 0), scene.camera.size, scene.lens, {
    gain: photo.gain * 2 ** (photo.ev ?? 0),
    noise: [2e-4 * grain, 2.5e-6 * grain],
    seed: Number(photo.file.replace(/\D/g, "")) + 77,
  });
  writeFileSync(path.join(folder, photo.file), await keep(taken, photo));
}

/** The marker spheres through the same lens, without fringes, fall-off or noise. */
async function writeMarkers({ file, scene, spread }: Photo): Promise<void> {
  if (scene.edges.length === 0) return;
  const clean = { ...scene.lens, fringes: none, vignetting: [0, 0, 0] as const };
  const seen = record(wideRender(scene, spread, 1), scene.camera.size, clean, { gain: 1, noise: [0, 0], seed: 1 });
  await writePng(seen, path.join(folder, "markers", `${nameOf(file)}.png`));
}

async function writePng(picture: LinearPicture, file: string): Promise<void> {
  // Linear, one channel: the middle of a spot is then the middle of its light.
  const grey = Buffer.from(
    picture.data.filter((_, i) => i % 3 === 1).map((v) => Math.round(255 * Math.min(1, Math.max(0, v)))),
  );
  const raw = { width: picture.width, height: picture.height, channels: 1 as const };
  await sharp(grey, { raw }).toColourspace("b-w").png({ compressionLevel: 9, palette: false }).toFile(file);
}

async function writeReferences({ file, scene, references, gain }: Photo): Promise<Reference[]> {
  if (!references) return [];
  const { camera } = scene;
  return Promise.all(
    (Object.keys(references) as (keyof typeof references)[]).map(async (is): Promise<Reference> => {
      const spread = references[is]!;
      const picture = referenceRender(scene, spread, is === "levelled");
      const scaled = { ...picture, data: picture.data.map((v) => v * gain) };
      const raw = { width: picture.width, height: picture.height, channels: 3 as const };
      const name = `references/${nameOf(file)}-${is}.jpg`;
      await sharp(develop(scaled, 255), { raw }).jpeg({ quality: 86 }).toFile(path.join(folder, name));
      return {
        file: name,
        is,
        attitude:
          is === "levelled"
            ? { pitch: 0, yaw: Object.values(scene.walls)[0] ?? 0, roll: 0 }
            : { pitch: camera.pitch, yaw: camera.yaw, roll: camera.roll },
        size: [picture.width, picture.height],
        focalPx: (camera.focalPx * picture.width) / (camera.size[0] * spread),
      };
    }),
  );
}
