import { performance } from "node:perf_hooks";
import { emptyRecipe, readRecipe } from "@/core/recipe";
import {
  addPhoto,
  changeVersion,
  closeDatabase,
  createAssignment,
  createVersion,
  health,
  listPhotos,
  listRevisions,
  openVersion,
  requestDelivery,
  saveRevision,
} from ".";
import { askedFill } from "./deliveries/asked-fills";
import { LIGHT, RawJson, checkedRecipe } from "./versions/checked-recipe";
import { closeDesks } from "./image/desks";
import { revisionRecipe } from "./versions/revisions";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "./testing";

/** Recipes of a megabyte, and what asks for more than can be made. */
process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(async () => {
  closeDesks();
  await closeDatabase();
});

const heavy = (pitch: number) => {
  const recipe = emptyRecipe();
  recipe.attitude.pitch = pitch;
  recipe.lines = Array.from({ length: 130 }, (_, i) => ({
    id: `l${i}`,
    kind: "taut" as const,
    points: Array.from({ length: 400 }, (_, k): [number, number] => [k + 0.123456, i + 0.654321]),
    on: true,
  }));
  return recipe;
};

async function setUp() {
  const { id } = await createAssignment("Heavy");
  const { photo } = await addPhoto(id, "a.png", chunksOf(await pictureOf(gradient(60, 40)).png().toBuffer()));
  const version = (await listPhotos(id))[0]!.versions[0]!;
  return { photo, version };
}

/** How long this loop itself was at work while something was done, ms; waiting for others does not count. */
async function ownWork(work: () => unknown): Promise<number> {
  // What is still under way is counted first.
  await new Promise((resolve) => setTimeout(resolve, 20));
  const before = performance.eventLoopUtilization();
  await work();
  return performance.eventLoopUtilization(before).active;
}

test("a history of large recipes is listed without them; one is read where it is looked at; the loop stays free", async () => {
  const { version } = await setUp();
  expect(JSON.stringify(heavy(1)).length).toBeGreaterThan(1e6);
  for (let n = 1; n <= 8; n++) await saveRevision(version.id, n, heavy(n));
  const listed = await listRevisions(version.id);
  expect(listed).toHaveLength(9);
  expect(JSON.stringify(listed).length).toBeLessThan(2000);
  const { recipe } = await revisionRecipe(version.id, 5);
  expect(recipe).toBeInstanceOf(RawJson);
  expect(JSON.parse((recipe as RawJson).text)).toEqual(heavy(4));
  await expect(revisionRecipe(version.id, 99)).rejects.toMatchObject({ status: 404 });
  const eight = Array.from({ length: 8 }, (_, n) => heavy(n));
  const checkedHere = await ownWork(() => eight.forEach((recipe) => readRecipe(recipe)));
  const spent = await ownWork(() => Promise.all(eight.map(() => openVersion(version.id))));
  // Checked in this loop, they would take at least as long as that.
  expect(spent).toBeLessThan(checkedHere / 2);
  expect((await health()).database).toEqual({ ok: true, state: "answers" });
}, 120_000);

test("a large recipe that does not hold is refused as a small one is, with the same words", async () => {
  const { version } = await setUp();
  const broken = { ...heavy(1), attitude: { pitch: "up" } };
  const words = /does not hold at "attitude\.pitch"/;
  await expect(saveRevision(version.id, 1, broken)).rejects.toMatchObject({
    status: 422,
    message: expect.stringMatching(words),
  });
  await expect(saveRevision(version.id, 1, { ...emptyRecipe(), attitude: { pitch: "up" } })).rejects.toMatchObject({
    status: 422,
    message: expect.stringMatching(words),
  });
  expect(JSON.stringify(broken).length).toBeGreaterThan(LIGHT);
});

test("what asks for more than can be made is refused at once by save, fill and delivery alike, not blamed on the picture", async () => {
  const { photo, version } = await setUp();
  const wide = emptyRecipe();
  Object.assign(wide.frame, { rule: "free", rect: [0, 0, 60_000, 60_000] });
  const many = emptyRecipe();
  many.edges.strokes = Array.from({ length: 200 }, (_, i) => ({ id: `s${i}`, kind: "mend", points: [[30, 20], [2000, 20]], radius: 30, on: true })); // prettier-ignore
  const broad = emptyRecipe();
  broad.edges.strokes = [{ id: "g", kind: "graft", points: [[30, 20]], radius: 20_000, from: [10, 10], on: true }];
  const { signal } = new AbortController();
  for (const [recipe, words] of [
    [wide, /3600 megapixels/],
    [many, /strokes together/],
    [broad, /brush is 20000 px/],
  ] as const) {
    const began = performance.now();
    const refused = { status: 422, message: expect.stringMatching(words) };
    await expect(saveRevision(version.id, 1, recipe)).rejects.toMatchObject(refused);
    await expect(askedFill(photo.id, recipe, signal)).rejects.toMatchObject(refused);
    // Made, each would take a minute and more.
    expect(performance.now() - began).toBeLessThan(10_000);
  }
  await expect(askedFill(photo.id, { format: "nothing" }, signal)).rejects.toMatchObject({ status: 422 });
  await expect(checkedRecipe("")).rejects.toMatchObject({ status: 422 });
});

test("a version that was deleted neither opens nor saves nor delivers until it is brought back", async () => {
  const { photo, version } = await setUp();
  const second = await createVersion(photo.id);
  await changeVersion(second.id, { deleted: true });
  const told = { status: 409, details: { deleted: "version", id: second.id } };
  await expect(openVersion(second.id)).rejects.toMatchObject(told);
  await expect(saveRevision(second.id, 1, emptyRecipe())).rejects.toMatchObject(told);
  await expect(requestDelivery(second.id, { format: "png", quality: 90 })).rejects.toMatchObject(told);
  await changeVersion(second.id, { deleted: false });
  await expect(saveRevision(second.id, 1, emptyRecipe())).resolves.toEqual({ revision: 2 });
  await expect(openVersion(version.id)).resolves.toMatchObject({ revision: 1 });
});
