import { eq } from "drizzle-orm";
import { emptyRecipe } from "@/core/recipe";
import {
  changeAssignment,
  changeVersion,
  closeDatabase,
  createAssignment,
  createVersion,
  database,
  getAssignment,
  listAssignments,
  listPhotos,
  listRevisions,
  openVersion,
  requestDelivery,
  saveRevision,
} from ".";
import { revisions } from "./db/schema";
import { deliveries } from "./db/work-schema";
import { revisionRecipe } from "./versions/revisions";
import { temporaryFolder } from "./testing";
import { recipeOfVersion, withHeight } from "./testing-recipe";
import { madeUpVisit } from "./testing-visit";

process.env["FLATSTONE_FILES"] = temporaryFolder();

afterAll(async () => {
  await closeDatabase();
});

test("versions are named, noted, chosen, moved, deleted and brought back; a photo keeps one", async () => {
  const { photo, version: a } = await madeUpVisit();
  await expect(changeVersion(a.id, { deleted: true })).rejects.toMatchObject({ status: 409 });
  const [b, c] = [await createVersion(photo.id), await createVersion(photo.id)];
  expect([b.name, c.name]).toEqual(["B", "C"]);
  const order = async () => (await openVersion(a.id)).siblings.map((v) => v.name);
  expect(await changeVersion(b.id, { name: "With the sky", note: "as asked on the phone" })).toMatchObject({ name: "With the sky", note: "as asked on the phone" }); // prettier-ignore
  await expect(changeVersion(c.id, { name: "With the sky" })).rejects.toMatchObject({ status: 409 });
  await changeVersion(c.id, { move: -1 });
  expect(await order()).toEqual(["A", "C", "With the sky"]);
  await changeVersion(a.id, { chosen: true });
  await changeVersion(c.id, { chosen: true });
  expect((await openVersion(a.id)).siblings.filter((v) => v.chosen).map((v) => v.name)).toEqual(["C"]);
  await changeVersion(c.id, { deleted: true });
  expect(await order()).toEqual(["A", "With the sky"]);
  // Its letter is not given again, and it comes back with its work, but not as the one to deliver.
  expect((await createVersion(photo.id)).name).toBe("D");
  await changeVersion(c.id, { deleted: false });
  expect(await order()).toEqual(["A", "C", "With the sky", "D"]);
  expect((await listPhotos(photo.assignmentId))[0]!.versions.some((v) => v.chosen)).toBe(false);
  await expect(changeVersion("00000000-0000-4000-8000-000000000000", {})).rejects.toMatchObject({ status: 404 });
});

test("states of a version are told newest first, in parts, and which of them was delivered", async () => {
  const { version } = await madeUpVisit();
  for (let n = 1; n <= 50; n++) await saveRevision(version.id, n, withHeight(1 + n / 100));
  const { id } = await requestDelivery(version.id, { format: "png", quality: 90 });
  await database().update(deliveries).set({ state: "done", finishedAt: new Date() }).where(eq(deliveries.id, id));
  await saveRevision(version.id, 51, withHeight(1.9));
  const first = await listRevisions(version.id);
  expect(first.map((r) => r.number).slice(0, 3)).toEqual([52, 51, 50]);
  expect(first).toHaveLength(40);
  expect(first[0]).toEqual({ number: 52, createdAt: expect.any(String), deliveredAt: null });
  expect(await revisionRecipe(version.id, 52)).toMatchObject({ recipe: { proportion: { height: 1.9 } } });
  expect(Date.parse(first[1]!.deliveredAt!)).toBeGreaterThan(Date.parse(first[1]!.createdAt) - 1000);
  const rest = await listRevisions(version.id, first.at(-1)!.number);
  expect(rest.map((r) => r.number)).toEqual([12, 11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
  expect(await listRevisions(version.id, 1)).toEqual([]);
  await expect(listRevisions("00000000-0000-4000-8000-000000000000")).rejects.toMatchObject({ status: 404 });
});

describe("assignments", () => {
  test("are made, renamed, deleted and brought back", async () => {
    const made = await createAssignment("  Canal wing ");
    expect(made.name).toBe("Canal wing");
    await changeAssignment(made.id, { name: "Canal wing, north" });
    expect((await getAssignment(made.id)).name).toBe("Canal wing, north");
    await changeAssignment(made.id, { deleted: true });
    await expect(getAssignment(made.id)).rejects.toMatchObject({ status: 404 });
    expect((await listAssignments()).some((a) => a.id === made.id)).toBe(false);
    await changeAssignment(made.id, { deleted: false });
    expect((await listAssignments()).some((a) => a.id === made.id)).toBe(true);
  });

  test("need a name", async () => {
    await expect(createAssignment("  ")).rejects.toMatchObject({ status: 400 });
  });
});

describe("versions", () => {
  test("every save is a row; the newest counts", async () => {
    const { version } = await madeUpVisit();
    expect(await saveRevision(version.id, 1, withHeight(1.1))).toEqual({ revision: 2 });
    expect(await saveRevision(version.id, 2, withHeight(1.2))).toEqual({ revision: 3 });
    const opened = await openVersion(version.id);
    expect(opened).toMatchObject({ revision: 3, recipe: { proportion: { height: 1.2 } } });
    expect(await database().select().from(revisions).where(eq(revisions.versionId, version.id))).toHaveLength(3);
  });

  test("two windows do not overwrite each other: the later save is refused and nothing is written", async () => {
    const { version } = await madeUpVisit();
    await saveRevision(version.id, 1, withHeight(1.1));
    await expect(saveRevision(version.id, 1, withHeight(1.5))).rejects.toMatchObject({
      status: 409,
      details: { revision: 2, token: null },
    });
    expect((await recipeOfVersion(version.id)).proportion.height).toBe(1.1);
  });

  test("of many saves on one base at the same moment, one wins", async () => {
    const { version } = await madeUpVisit();
    const results = await Promise.allSettled(
      Array.from({ length: 8 }, (_, i) => saveRevision(version.id, 1, withHeight(1 + i / 10))),
    );
    expect(results.filter((r) => r.status === "fulfilled")).toHaveLength(1);
    expect((await openVersion(version.id)).revision).toBe(2);
  });

  test("a recipe that does not hold is refused", async () => {
    const { version } = await madeUpVisit();
    await expect(saveRevision(version.id, 1, { format: "other" })).rejects.toMatchObject({ status: 422 });
    await expect(saveRevision(version.id, 1, { ...emptyRecipe(), more: 1 })).rejects.toMatchObject({ status: 422 });
  });

  test("a new version takes the next letter and the recipe given", async () => {
    const { photo } = await madeUpVisit();
    const b = await createVersion(photo.id, withHeight(1.3));
    expect(b.name).toBe("B");
    expect((await openVersion(b.id)).siblings.map((v) => v.name)).toEqual(["A", "B"]);
    expect((await recipeOfVersion(b.id)).proportion.height).toBe(1.3);
  });
});
