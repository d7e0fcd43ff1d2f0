import { spawnSync } from "node:child_process";
import { mkdirSync, writeFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { embedInJpeg } from "@/server/image/embed";
import { ascii, rational, short } from "@/server/image/tiff-directory";
import { camera, plumbEdges } from "./scenes/street-front";
import { layoutInclude } from "./scenes/write-layout";

/** Re-makes the demo's picture with POV-Ray; an existing render (--from FILE.png) is only developed anew. */
const root = process.cwd();
const scenes = path.join(root, "demo/scenes");
const photos = path.join(root, "demo/photos");
const work = path.join(root, ".local/render");
const given = process.argv.indexOf("--from");
const png = given > 0 ? process.argv[given + 1]! : path.join(work, "street-front.png");

mkdirSync(work, { recursive: true });
mkdirSync(photos, { recursive: true });
writeFileSync(path.join(scenes, "layout.inc"), layoutInclude());
if (given < 0) {
  const [w, h] = camera.size;
  const options = ["street-front.pov", "+L.", `+W${w}`, `+H${h}`, "+A0.2", "+AM2", "+R2", "-D", `+O${png}`];
  const { status } = spawnSync("povray", options, { cwd: scenes, stdio: "inherit" });
  if (status !== 0) throw new Error("POV-Ray did not finish; is Debian's povray installed?");
}
await develop(png, path.join(photos, "SM-0412.jpg"));
writeFileSync(path.join(photos, "SM-0412.truth.json"), `${JSON.stringify(truth(), null, 1)}\n`);

/** Fine, even grain, so that the picture is not smoother than a photograph. */
async function develop(from: string, to: string): Promise<void> {
  const { data, info } = await sharp(from).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  let seed = 20261125;
  const random = (): number => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    return seed / 4294967296;
  };
  for (let i = 0; i < data.length; i += 3) {
    const shared = random() + random() + random() - 1.5;
    for (let c = 0; c < 3; c++) {
      const v = data[i + c]! + 3.2 * shared + 1.2 * (random() - 0.5);
      data[i + c] = v < 0 ? 0 : v > 255 ? 255 : Math.round(v);
    }
  }
  const raw = { width: info.width, height: info.height, channels: 3 as const };
  const jpeg = await sharp(data, { raw }).jpeg({ quality: 93, chromaSubsampling: "4:4:4" }).toBuffer();
  const equivalent = (camera.focalPx / Math.hypot(...camera.size)) * Math.hypot(36, 24);
  const exif = {
    main: [
      ascii(0x010e, "Rendered picture of a place that does not exist"),
      ascii(0x010f, "Harrow"),
      ascii(0x0110, "Harrow K3"),
      short(0x0112, 1),
      ascii(0x0132, "2026:05:14 10:22:31"),
    ],
    exif: [
      rational(0x829a, 1, 250),
      rational(0x829d, 80, 10),
      short(0x8827, 200),
      ascii(0x9003, "2026:05:14 10:22:31"),
      rational(0x920a, Math.round(equivalent * 10), 10),
      short(0xa405, Math.round(equivalent)),
      ascii(0xa434, "Quarl 16-35 mm"),
    ],
    gps: [],
  };
  writeFileSync(to, embedInJpeg(jpeg, { icc: null, exif }));
}

function truth(): object {
  return {
    picture: "SM-0412.jpg",
    size: camera.size,
    focalPx: camera.focalPx,
    principal: camera.principal,
    attitude: { pitch: camera.pitch, yaw: camera.yaw, roll: camera.roll },
    lens: null,
    position: camera.position,
    axes: "x right, y up, z into the wall; metres",
    plumbs: plumbEdges(),
  };
}
