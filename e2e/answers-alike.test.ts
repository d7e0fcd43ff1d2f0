import { execFile } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { readFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { promisify } from "node:util";
import sharp from "sharp";
import { address, fetched } from "./app";

/** The Bench and the command line propose alike: the same first answer, the same angles, on the demo's photos and on parts of them. */
const folder = path.join(__dirname, "../demo/photos");
const isSoak = process.env["FLATSTONE_SOAK"] === "1";
const EVERY_DAY = ["SM-0414.jpg"];

interface Told {
  readonly answer: string;
  readonly attitude: { pitch: number; yaw: number; roll: number } | null;
  readonly why?: string;
}

async function byCommandLine(photo: string): Promise<Told[] | null> {
  const program = path.join(process.env["FLATSTONE_BUNDLES"] ?? "dist", "flatstone.cjs");
  const { stdout } = await promisify(execFile)(process.execPath, [program, "true", photo, "--answers"]).catch((e) => {
    if (!/too little in this photo/.test(e.stderr)) throw e;
    return { stdout: "" };
  });
  return stdout === "" ? null : stdout.trim().split("\n").map((line) => JSON.parse(line) as Told); // prettier-ignore
}

async function onTheBench(assignmentId: string, photo: string): Promise<Told[] | null> {
  const { photo: added } = (await (
    await fetch(`${address}/api/assignments/${assignmentId}/photos?name=${path.basename(photo)}`, {
      method: "POST",
      body: await readFile(photo),
      headers: { "content-type": "application/octet-stream" },
    })
  ).json()) as { photo: { id: string } };
  const [listed] = (
    await fetched<{ id: string; versions: { id: string }[] }[]>(`/api/assignments/${assignmentId}/photos`)
  ).filter((p) => p.id === added.id);
  const { recipe } = await fetched<{ recipe: { camera: { focalPx: number; focalFrom: string } } }>(
    `/api/versions/${listed!.versions[0]!.id}`,
  );
  const answer = await fetch(`${address}/api/photos/${added.id}/answers`, {
    method: "POST",
    body: JSON.stringify({ focalPx: recipe.camera.focalPx, focalFrom: recipe.camera.focalFrom }),
    headers: { "content-type": "application/json" },
  });
  const { found } = (await answer.json()) as {
    found: { judgement: { answers: { key: string; recipe: { attitude: Told["attitude"] } }[] } } | null;
  };
  return found && found.judgement.answers.map(({ key, recipe: r }) => ({ answer: key, attitude: r.attitude }));
}

async function freshVisit(): Promise<string> {
  const made = await fetch(`${address}/api/assignments`, {
    method: "POST",
    body: JSON.stringify({ name: "Alike" }),
    headers: { "content-type": "application/json" },
  });
  return ((await made.json()) as { id: string }).id;
}

async function expectAlike(photo: string): Promise<void> {
  const [cli, bench] = [await byCommandLine(photo), await onTheBench(await freshVisit(), photo)];
  expect(bench?.map((a) => a.answer)).toEqual(cli?.map((a) => a.answer));
  cli?.forEach(({ answer, attitude }, i) => {
    if (answer === "as-shot") return;
    for (const angle of ["pitch", "yaw", "roll"] as const)
      expect(Math.abs(attitude![angle] - bench![i]!.attitude![angle])).toBeLessThan(0.02);
  });
}

const photos = isSoak ? [...Array(21)].map((_, i) => `SM-04${12 + i}.${i === 9 ? "tif" : i === 15 ? "png" : "jpg"}`) : EVERY_DAY; // prettier-ignore

test.each(photos)("%s", (name) => expectAlike(path.join(folder, name)), 120_000);

test("a part of one, which says nothing of its camera", async () => {
  const part = path.join(mkdtempSync(path.join(tmpdir(), "flat-stone-")), "part.jpg");
  await sharp(path.join(folder, "SM-0430.jpg"))
    .extract({ left: 500, top: 200, width: 2000, height: 1500 })
    .jpeg({ quality: 95 })
    .toFile(part);
  await expectAlike(part);
}, 120_000);
