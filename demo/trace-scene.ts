import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import path from "node:path";
import { type LinearPicture, readRadiance } from "./camera/radiance";
import { stitch } from "./camera/stitch";
import { panoramaFrames } from "./photos";
import type { Scene } from "./scenes/scene";
import { layoutInclude } from "./scenes/write-layout";

/** Runs POV-Ray on a scene. Renders are kept in .local/render, and used again unless they are deleted. */
const scenes = path.join(process.cwd(), "demo/scenes");
const work = path.join(process.cwd(), ".local/render");

/** The wall the levelled camera of a scene's reference faces. */
const facing = (scene: Scene): number => Object.values(scene.walls)[0] ?? 0;

interface Job {
  readonly name: string;
  readonly size: readonly [number, number];
  readonly declare: Readonly<Record<string, number | string>>;
  readonly options?: readonly string[];
}

function pov(scene: Scene, job: Job, output: string | null): void {
  mkdirSync(path.join(scenes, "layouts"), { recursive: true });
  mkdirSync(work, { recursive: true });
  writeFileSync(path.join(scenes, "layouts", `${scene.name}.inc`), layoutInclude(scene, facing(scene)));
  const declared = Object.entries({ LayoutName: `"${scene.name}"`, ...job.declare });
  const start = path.join(work, `${job.name}.pov`);
  writeFileSync(
    start,
    `#version 3.7;\n${declared.map(([k, v]) => `#declare ${k} = ${v};`).join("\n")}\n#include "${scene.pov}.pov"\n`,
  );
  const options = [
    start,
    `+L${scenes}`,
    `+W${job.size[0]}`,
    `+H${job.size[1]}`,
    "-D",
    "-V",
    "+FH",
    ...(job.options ?? []),
  ];
  const { status, stderr } = spawnSync("povray", [...options, output ? `+O${output}` : "-F"], {
    cwd: scenes,
    maxBuffer: 1 << 28,
  });
  if (status !== 0)
    throw new Error(`POV-Ray did not finish ${job.name}: ${String(stderr).split("\n").slice(-12).join("\n")}`);
}

/** Renders a job, or takes the render that is there already. */
function rendered(scene: Scene, job: Job): LinearPicture {
  const file = path.join(work, `${job.name}.hdr`);
  if (!existsSync(file)) {
    const unfinished = path.join(work, `${job.name}.part.hdr`);
    pov(scene, job, unfinished);
    renameSync(unfinished, file);
  }
  return readRadiance(readFileSync(file));
}

/**
 * A sensor gathers light over the whole of a pixel. Rays at fixed places in it would put an edge that runs along the
 * pixels' columns wherever the next of them is; at random ones it lies where it does, on the average of its length.
 */
const picture = ["+A0.03", "+AM1", "+R2", "+J"];

/** The undistorted render of a scene (mode 0) or of its marker spheres (mode 1), `spread` times the picture's size. */
export function wideRender(scene: Scene, spread: number, mode: 0 | 1): LinearPicture {
  const { camera } = scene;
  const name = mode === 0 ? scene.name : `${scene.name}-markers`;
  const options = mode === 1 ? ["+A0.01", "+AM1", "+R5", "-J"] : scene.fine ? ["+A0.04", "+AM2", "+R3", "-J"] : picture;
  if (camera.projection === "cylindrical") {
    const [w, h] = panoramaFrames.size;
    const frames = panoramaFrames.turns.map((turn) => ({
      turn,
      picture: rendered(scene, {
        name: `${name}${turn}`,
        size: [w, h],
        declare: { Mode: mode, Turn: turn, FrameWidth: w, FrameHeight: h },
        options,
      }),
    }));
    return stitch(frames, camera.size, camera.focalPx);
  }
  const size = [Math.round(camera.size[0] * spread), Math.round(camera.size[1] * spread)] as const;
  return rendered(scene, { name, size, declare: { Mode: mode, Spread: spread }, options });
}

/** A scene as its camera sees it through no lens at all. */
export const pictureAs = (scene: Scene): LinearPicture =>
  rendered(scene, { name: scene.name, size: scene.camera.size, declare: {}, options: picture });

/** A small reference picture, `spread` times as wide as the photo, as shot or levelled and facing the wall. */
export const referenceRender = (scene: Scene, spread: number, levelled: boolean): LinearPicture =>
  rendered(scene, {
    name: `${scene.name}-${levelled ? "level" : "wide"}`,
    size: [1200, 800],
    declare: { Spread: spread, Level: levelled ? 1 : 0 },
    options: ["+A0.4", "+AM1", "+R2", "-J"],
  });

/** For every edge, 24 letters: 1 where nothing stands before it. */
export function sightOf(scene: Scene): string[] {
  if (scene.edges.length === 0) return [];
  const file = path.join(work, `${scene.name}.sight`);
  if (!existsSync(file))
    pov(scene, { name: `${scene.name}-sight`, size: [1, 1], declare: { Mode: 2, SightFile: `"${file}"` } }, null);
  return readFileSync(file, "utf8").trim().split("\n");
}
