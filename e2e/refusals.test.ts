import { readFileSync, rmSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { address, comesToBe } from "./app";
import { demoPhoto } from "./scene";

/** What the app's addresses say to requests that do not hold: the right status, a sentence, and nothing changed. */
const NOWHERE = "00000000-0000-4000-8000-000000000000";

interface Answer<T> {
  readonly status: number;
  readonly json: T & { error?: string; details?: unknown };
}

async function ask<T = Record<string, unknown>>(
  method: string,
  path: string,
  sent?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer<T>> {
  const raw = sent instanceof Uint8Array || typeof sent === "string";
  const response = await fetch(`${address}/api/${path}`, {
    method,
    ...(sent === undefined ? {} : { body: raw ? (sent as BodyInit) : JSON.stringify(sent) }),
    headers: { "content-type": "application/json", ...headers },
  });
  return { status: response.status, json: (await response.json()) as Answer<T>["json"] };
}

/** A refusal is a sentence that a person can read. */
function refused(answer: Answer<unknown>, status: number, words: RegExp = /./): void {
  expect(answer.status).toBe(status);
  expect(answer.json.error).toMatch(/^[A-Z].*[.:]/);
  expect(answer.json.error).toMatch(words);
}

const fresh = async (name: string): Promise<string> =>
  (await ask<{ id: string }>("POST", "assignments", { name })).json.id;
const photosOf = async (id: string) =>
  (await ask<{ name: string; id: string; versions: { id: string }[] }[]>("GET", `assignments/${id}/photos`)).json;
const tiny = sharp({ create: { width: 40, height: 30, channels: 3, background: "#876" } })
  .png()
  .toBuffer();

async function withPhoto(name: string): Promise<{ assignment: string; photo: string; version: string }> {
  const assignment = await fresh(name);
  await ask("POST", `assignments/${assignment}/photos?name=tiny.png`, await tiny);
  const [photo] = await photosOf(assignment);
  return { assignment, photo: photo!.id, version: photo!.versions[0]!.id };
}

test.each([
  ["GET", "assignments/ID/photos", undefined],
  ["POST", "assignments/ID/photos?name=a.png", "x"],
  ["PATCH", "assignments/ID", { name: "x" }],
  ["PATCH", "photos/ID", { deleted: true }],
  ["POST", "photos/ID/versions", {}],
  ["GET", "versions/ID", undefined],
  ["POST", "versions/ID/deliveries", { format: "png", quality: 90 }],
  ["PATCH", "deliveries/ID", { cancelled: true }],
  ["GET", "deliveries/ID/file", undefined],
  ["PATCH", "profiles/ID", { deleted: true }],
])("%s %s: what does not exist is not found, whatever shape its id has", async (method, path, sent: unknown) => {
  for (const id of [NOWHERE, "7", "..%2F..%2Fetc"]) refused(await ask(method, path.replace("ID", id), sent), 404);
});

test("pictures are asked for by their content alone", async () => {
  const hash = "a".repeat(64);
  for (const path of [
    `${hash}/bench`,
    `${hash}/huge`,
    "..%2F..%2Foriginals/bench",
    `${hash.slice(1)}/thumb`,
    `${hash}/tiles/0/0`,
    `${hash}/tiles/-1/0`,
  ])
    refused(await ask("GET", `previews/${path}`), 404);
});

test("another site's page may not change anything, and may not even try with a plain form", async () => {
  const before = (await ask<unknown[]>("GET", "assignments")).json;
  refused(await ask("POST", "assignments", { name: "Theirs" }, { origin: "http://elsewhere.example" }), 403, /site/);
  refused(await ask("POST", "assignments", { name: "Theirs" }, { "sec-fetch-site": "cross-site" }), 403, /site/);
  for (const origin of ["null", "nonsense", "http://127.0.0.1:1"])
    refused(await ask("POST", "assignments", { name: "Theirs" }, { origin }), 403, /site/);
  expect((await ask<unknown[]>("GET", "assignments")).json).toEqual(before);
});

test("what is no JSON, or says something else, is refused", async () => {
  refused(await ask("POST", "assignments", "{"), 400, /JSON/);
  refused(await ask("POST", "assignments", { title: "x" }), 400);
  refused(await ask("POST", "assignments", { name: "   " }), 400);
  refused(await ask("PATCH", `photos/${NOWHERE}`, { deleted: "yes" }), 400);
  refused(await ask("GET", "cameras"), 400);
  refused(await ask("PUT", "cameras", { camera: "Harrow K3", focalMm: -4, sensorMm: 36 }), 400);
});

test("a file that is no photo is refused with the reason, and nothing of it stays", async () => {
  const id = await fresh("Refused files");
  const photo = readFileSync(demoPhoto);
  const to = `assignments/${id}/photos`;
  refused(await ask("POST", to, await tiny), 400, /name/);
  refused(await ask("POST", `${to}?name=none.jpg`, new Uint8Array()), 422, /empty/);
  refused(await ask("POST", `${to}?name=notes.jpg`, "Only words, and no picture at all."), 415);
  refused(await ask("POST", `${to}?name=half.jpg`, new Uint8Array(photo.subarray(0, photo.length >> 1))), 422);
  expect(await photosOf(id)).toEqual([]);
});

test("a recipe that does not hold is not saved; a stale one is told what is newer; one sent twice is saved once", async () => {
  const { version } = await withPhoto("Recipes");
  const { recipe, revision } = (
    await ask<{ recipe: Record<string, unknown>; revision: number }>("GET", `versions/${version}`)
  ).json;
  const to = `versions/${version}/revisions`;
  const token = crypto.randomUUID();
  refused(await ask("POST", to, { base: revision, recipe: { ...recipe, version: 99 }, token }), 422);
  refused(await ask("POST", to, { base: revision, recipe, token: "once" }), 400);
  const saved = await ask<{ revision: number }>("POST", to, { base: revision, recipe, token });
  expect(saved).toMatchObject({ status: 200, json: { revision: revision + 1 } });
  const again = await ask<{ revision: number }>("POST", to, { base: revision, recipe, token });
  expect(again.json.details ?? again.json).toMatchObject({ revision: revision + 1 });
  const stale = await ask("POST", to, { base: revision, recipe, token: crypto.randomUUID() });
  refused(stale, 409);
  expect(stale.json.details).toMatchObject({ revision: revision + 1 });
  expect((await ask<{ revision: number }>("GET", `versions/${version}`)).json.revision).toBe(revision + 1);
});

test("deliveries: an unknown format or quality is refused; one that is cancelled has no file", async () => {
  const { version } = await withPhoto("Deliveries");
  const to = `versions/${version}/deliveries`;
  refused(await ask("POST", to, { format: "bmp", quality: 90 }), 400);
  refused(await ask("POST", to, { format: "jpeg", quality: 900 }), 400);
  expect((await ask<unknown[]>("GET", to)).json).toEqual([]);
  const { id } = (await ask<{ id: string }>("POST", to, { format: "tiff", quality: 90 })).json;
  refused(await ask("PATCH", `deliveries/${id}`, { cancelled: false }), 400);
  await ask("PATCH", `deliveries/${id}`, { cancelled: true });
  // It may have been quicker than the word; then it is done, and has its file.
  const state = await comesToBe(
    async () => (await ask<{ state: string }[]>("GET", to)).json[0]!.state,
    (now) => ["cancelled", "done"].includes(now),
  );
  expect(["cancelled", "done"]).toContain(state);
  if (state === "cancelled") refused(await ask("GET", `deliveries/${id}/file`), 409, /finished/);
});

test("a deleted photo's versions cannot be had until it is brought back", async () => {
  const { assignment, photo, version } = await withPhoto("Deleted");
  await ask("PATCH", `photos/${photo}`, { deleted: true });
  refused(await ask("GET", `versions/${version}`), 404);
  refused(await ask("POST", `photos/${photo}/versions`, {}), 404);
  const order = { format: "png", quality: 90 };
  const late = await ask("POST", `versions/${version}/deliveries`, order);
  refused(late, 409, /Bring it back/);
  expect(late.json.details).toEqual({ deleted: "photo", id: photo });
  expect(await photosOf(assignment)).toEqual([]);
  await ask("PATCH", `photos/${photo}`, { deleted: false });
  expect((await ask("GET", `versions/${version}`)).status).toBe(200);
});

test("text that cannot be kept is refused or cleaned; numbers beyond reason, and bodies beyond it, are refused", async () => {
  for (const name of ["a\0b", "half \ud83c"]) refused(await ask("POST", "assignments", { name }), 400, /text/);
  refused(await ask("POST", "assignments", `{"name": "x", "\\u0000": 1}`), 400, /text/);
  refused(await ask("POST", "assignments", new Uint8Array([0x22, 0xff, 0x22])), 400, /JSON/);
  refused(await ask("GET", "cameras?camera=%00"), 400);
  const { assignment, version } = await withPhoto("Strange text");
  const added = await ask<{ photo: { name: string } }>(
    "POST",
    `assignments/${assignment}/photos?name=%01odd%07name.png`,
    await sharp({ create: { width: 41, height: 30, channels: 3, background: "#876" } })
      .png()
      .toBuffer(),
  );
  expect(added.status).toBe(200);
  expect(added.json.photo.name).toMatch(/^odd name\.png$/);
  const { recipe, revision } = (
    await ask<{ recipe: Record<string, unknown>; revision: number }>("GET", `versions/${version}`)
  ).json;
  const save = (changed: object) =>
    ask("POST", `versions/${version}/revisions`, {
      base: revision,
      recipe: { ...recipe, ...changed },
      token: crypto.randomUUID(),
    });
  const line = (id: string, x: number) => ({
    id,
    kind: "plumb",
    points: [
      [x, 0],
      [1, 1],
    ],
    on: true,
  });
  refused(await save({ lines: [line("a\0", 1)] }), 400, /text/);
  refused(await save({ lines: [line("a", 1e155)] }), 422, /lines/);
  refused(await save({ camera: { focalPx: 1e-300, focalFrom: "stated" } }), 422, /focalPx/);
  refused(await ask("POST", "assignments", "[".repeat(2 ** 20 + 10)), 413, /1 MB/);
  refused(await ask("POST", "assignments", "[".repeat(500_000)), 400);
  expect((await ask<{ revision: number }>("GET", `versions/${version}`)).json.revision).toBe(revision);
});

test("a delivery can be fetched in parts, and made again when its file is gone", async () => {
  const { version } = await withPhoto("Parts");
  const { id } = (await ask<{ id: string }>("POST", `versions/${version}/deliveries`, { format: "png", quality: 90 }))
    .json;
  const finished = async (): Promise<void> => {
    for (let tries = 0; ; tries++) {
      const [row] = (await ask<{ state: string }[]>("GET", `versions/${version}/deliveries`)).json;
      if (row!.state === "done") return;
      if (tries > 150) throw new Error(`The delivery is ${row!.state}.`);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };
  await finished();
  const file = `${address}/api/deliveries/${id}/file`;
  const part = (range: string, more: Record<string, string> = {}) => fetch(file, { headers: { range, ...more } });
  const first = await fetch(file);
  const whole = Buffer.from(await first.arrayBuffer());
  expect(first.headers.get("accept-ranges")).toBe("bytes");
  const middle = await part("bytes=10-29");
  expect([middle.status, middle.headers.get("content-range")]).toEqual([206, `bytes 10-29/${whole.length}`]);
  expect(Buffer.from(await middle.arrayBuffer()).equals(whole.subarray(10, 30))).toBe(true);
  const tail = await part("bytes=-5", { "if-range": first.headers.get("etag")! });
  expect(Buffer.from(await tail.arrayBuffer()).equals(whole.subarray(-5))).toBe(true);
  expect((await part("bytes=0-4", { "if-range": '"another"' })).status).toBe(200);
  expect((await part(`bytes=${whole.length}-`)).status).toBe(416);
  expect((await part("lines=1-2")).status).toBe(200);
  rmSync(path.join(process.env["FLATSTONE_FILES"]!, "deliveries", `${id}.png`));
  refused(await ask("GET", `deliveries/${id}/file`), 410, /made again/);
  expect((await ask<{ gone: boolean }[]>("GET", `versions/${version}/deliveries`)).json[0]!.gone).toBe(true);
  expect((await ask<{ state: string }>("PATCH", `deliveries/${id}`, { again: true })).json.state).toBe("queued");
  await finished();
  expect(Buffer.from(await (await fetch(file)).arrayBuffer()).equals(whole)).toBe(true);
});

test("a lens profile that is none, or folds over inside the picture, is refused with the reason", async () => {
  const before = (await ask<unknown[]>("GET", "profiles")).json;
  refused(await ask("POST", "profiles", { document: { name: "a settings file of something else" } }), 422);
  const [known] = before as { document: { distortion: { k: number[] }[] } }[];
  const folding = structuredClone(known!.document);
  folding.distortion[0]!.k = [-0.9, 0, 0];
  refused(await ask("POST", "profiles", { document: folding }), 422, /fold/);
  refused(await ask("POST", "profiles", "[1, 2"), 400, /JSON/);
  expect((await ask<unknown[]>("GET", "profiles")).json).toEqual(before);
});

test("charts: photos that are not there, or a board without corners, are refused", async () => {
  const { assignment, photo } = await withPhoto("Charts");
  const to = `assignments/${assignment}/calibrations`;
  const board = { columns: 9, rows: 6, kind: "checker" };
  refused(await ask("POST", to, { photoIds: [], ...board }), 400);
  refused(await ask("POST", to, { photoIds: [photo], ...board, columns: 2 }), 400);
  refused(await ask("POST", to, { photoIds: [NOWHERE], ...board }), 404);
  refused(await ask("POST", to, { photoIds: [photo], ...board }), 422);
});
