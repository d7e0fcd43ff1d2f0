import { rmSync, writeFileSync } from "node:fs";
import { eq, sql } from "drizzle-orm";
import { emptyRecipe } from "@/core/recipe";
import { addPhoto, askMissingFigures, changePhoto, closeDatabase, createAssignment, database, listPhotos, originalPath, saveRevision } from ".."; // prettier-ignore
import { photos, revisions } from "../db/schema";
import { stateFigures } from "../db/work-schema";
import { closeDesks } from "../image/desks";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";
import { askLook, lookAhead } from "../photos/look-ahead";
import { keepProposed, tellFigures } from "./figures";

process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(async () => {
  closeDesks();
  await closeDatabase();
});

const going = new AbortController().signal;
const waiting = async (versionId: string): Promise<number> =>
  (
    await database().execute(
      sql`select key from graphile_worker.jobs where task_identifier = 'figures' and key = ${`figures/${versionId}`}`,
    )
  ).rows.length;

/** A visit of one photo, its edges not known. */
async function visit() {
  const { id } = await createAssignment("Figures");
  await addPhoto(id, "one.png", chunksOf(await pictureOf(gradient(600, 400)).png().toBuffer()));
  const listed = async () => (await listPhotos(id))[0]!;
  return { listed, versionId: (await listed()).versions[0]!.id };
}

/** A plumb that leans by one in a hundred. */
const leaning = {
  ...emptyRecipe(),
  lines: [
    {
      id: "a",
      kind: "plumb" as const,
      points: [
        [300, 100],
        [302, 300],
      ],
    },
  ],
};

test("a state that is saved is measured once, however often it was saved meanwhile, and told with its photo", async () => {
  const { listed, versionId } = await visit();
  expect((await listed()).shown!.figures).toBeNull();
  await saveRevision(versionId, 1, leaning);
  await saveRevision(versionId, 2, {
    ...leaning,
    frame: { ...leaning.frame, on: true, rule: "free", rect: [0, 0, 300, 400] },
  });
  expect(await waiting(versionId)).toBe(1);
  await tellFigures({ versionId }, going);
  const { figures } = (await listed()).shown!;
  expect(figures!.outOfTrue).toBeCloseTo((Math.atan(0.01) * 180) / Math.PI, 3);
  expect(figures!.kept).toBeCloseTo(0.5, 2);
  expect(figures!.madeUp).toBe(0);
  expect(figures!.stretch).toBeCloseTo(1, 3);
  // The next state is not what the one before came to.
  await saveRevision(versionId, 3, emptyRecipe());
  expect((await listed()).shown!.figures).toBeNull();
  await tellFigures({ versionId }, going);
  expect((await listed()).shown!.figures).toMatchObject({ outOfTrue: null, kept: 1 });
}, 60_000);

test("what was never measured is asked for; what cannot be read, or was taken out, is left", async () => {
  const { listed, versionId } = await visit();
  await database().execute(sql`delete from graphile_worker._private_jobs where key = ${`figures/${versionId}`}`);
  expect(await waiting(versionId)).toBe(0);
  expect(await askMissingFigures()).toBeGreaterThan(0);
  expect(await waiting(versionId)).toBe(1);
  await database().update(revisions).set({ recipe: sql`'{"format":"flat-stone-recipe","version":99}'::jsonb` }).where(eq(revisions.versionId, versionId)); // prettier-ignore
  await tellFigures({ versionId }, going);
  expect((await listed()).shown!.figures).toBeNull();
  await changePhoto((await listed()).id, { deleted: true });
  await tellFigures({ versionId }, going);
  expect(await database().select().from(stateFigures).where(sql`revision_id in (select id from revisions where version_id = ${versionId})`)).toHaveLength(0); // prettier-ignore
}, 60_000);

test("a photo that the app did not come to is looked at by a worker, once; one that cannot be read proposes nothing", async () => {
  const { listed } = await visit();
  const photo = await listed();
  const looks = async () =>
    (await database().execute(sql`select key from graphile_worker.jobs where key = ${`look/${photo.id}`}`)).rows.length;
  const ahead = process.env["FLATSTONE_AHEAD"];
  process.env["FLATSTONE_AHEAD"] = "off";
  await askLook(database(), photo.id);
  expect(await looks()).toBe(0);
  process.env["FLATSTONE_AHEAD"] = "on";
  await askLook(database(), photo.id);
  await askLook(database(), photo.id);
  expect(await looks()).toBe(1);
  if (ahead === undefined) delete process.env["FLATSTONE_AHEAD"];
  else process.env["FLATSTONE_AHEAD"] = ahead;
  expect((await listed()).proposed).toBeNull();
  await lookAhead({ photoId: photo.id }, going);
  // Colours that run into each other have no edge.
  expect((await listed()).proposed).toBe("none");
  // What is known is not looked at again: a file that is gone would be missed.
  rmSync(originalPath(photo.sha256));
  await lookAhead({ photoId: photo.id }, going);
  const { listed: other } = await visit();
  writeFileSync(originalPath((await other()).sha256), "no picture any more");
  await lookAhead({ photoId: (await other()).id }, going);
  expect((await other()).proposed).toBe("none");
}, 60_000);

test("a photo for which an answer was found is proposed, and measured again by what was found", async () => {
  const { listed, versionId } = await visit();
  const photo = await listed();
  expect(photo.shown!.state).toBe("new");
  await database().execute(sql`delete from graphile_worker._private_jobs where key = ${`figures/${versionId}`}`);
  await keepProposed(photo.id, null);
  expect((await listed()).shown!.state).toBe("new");
  await database().update(photos).set({ proposed: "plumb" }).where(eq(photos.id, photo.id));
  expect((await listed()).shown!.state).toBe("proposed");
  expect(await waiting(versionId)).toBe(1);
  await saveRevision(versionId, 1, { ...emptyRecipe(), proportion: { on: true, height: 1.1 } });
  expect((await listed()).shown!.state).toBe("trued");
});
