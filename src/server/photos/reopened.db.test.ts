import { readFileSync } from "node:fs";
import path from "node:path";
import { deliveryOptions } from "@/core/contract";
import { NO_FINISH } from "@/core/finish";
import { emptyRecipe } from "@/core/recipe";
import { addPhoto, closeDatabase, createAssignment, listPhotos, openVersion, originalPath, saveRevision } from "..";
import { closeDesks } from "../image/desks";
import { inThisThread } from "../render/bands";
import { renderPicture } from "../render/render-picture";
import { chunksOf, temporaryFolder } from "../testing";
import { madeUpVisit } from "../testing-visit";
import { recipeOfVersion } from "../testing-recipe";

process.env["FLATSTONE_FILES"] = temporaryFolder();
const folder = temporaryFolder();
afterAll(async () => {
  closeDesks();
  await closeDatabase();
});

/** A delivery of a visit's photo with some pitch, as the bytes of its file; its version is then worked on, or left so. */
async function delivered(format: "png" | "jpeg" | "tiff", known: boolean, workedOn = true) {
  const visit = await madeUpVisit();
  const recipe = emptyRecipe();
  Object.assign(recipe.attitude, { from: "by-hand", pitch: 4.5 });
  // What a delivery fills in: the camera, and how sharp and noisy the photo is.
  recipe.finish = { ...NO_FINISH, on: true, even: 1 };
  const { revision } = await openVersion(visit.version.id);
  await saveRevision(visit.version.id, revision, recipe);
  const later = { ...recipe, attitude: { ...recipe.attitude, roll: 1 } };
  if (workedOn) await saveRevision(visit.version.id, revision + 1, later);
  const target = path.join(folder, `made-${format}-${known}`);
  await renderPicture(
    {
      source: originalPath(visit.photo.sha256),
      ...(known ? { sha256: visit.photo.sha256 } : {}),
      recipe,
      focal: {},
      target,
      options: deliveryOptions.parse({ format, quality: 92 }),
    },
    inThisThread,
  );
  const bytes = readFileSync(target);
  return { ...visit, bytes, name: `made.${format}` };
}

test.each(["png", "jpeg", "tiff"] as const)(
  "a delivered %s opens its recipe on its original again",
  async (format) => {
    const { assignment, photo, bytes, name } = await delivered(format, true);
    const back = await addPhoto(assignment.id, name, chunksOf(bytes));
    expect(back).toMatchObject({ known: true, away: false, photo: { id: photo.id } });
    expect(back.reopened).toMatchObject({ photo: "a.png", version: "B" });
    const opened = await openVersion(back.reopened!.versionId);
    expect((await recipeOfVersion(opened.version.id)).attitude.pitch).toBe(4.5);
    expect(opened.version.note).toContain(name);
    // It did not become a photo, and a second time it is the same version.
    const again = await addPhoto(assignment.id, name, chunksOf(bytes));
    expect(again.reopened).toEqual(back.reopened);
    const [only, ...others] = await listPhotos(assignment.id);
    expect(others).toHaveLength(0);
    expect(only!.versions.map((v) => v.name)).toEqual(["A", "B"]);
  },
  60_000,
);

test("a version that stands just as it was delivered is opened, though a delivery has the camera and the blur filled in", async () => {
  const { assignment, version, bytes, name } = await delivered("png", true, false);
  const back = await addPhoto(assignment.id, name, chunksOf(bytes));
  expect(back.reopened).toEqual({ versionId: version.id, photo: "a.png", version: "A" });
}, 60_000);

test("where its original is not, or it does not say which it was, it is a photo of its own, and that is told", async () => {
  const { bytes, name } = await delivered("png", true);
  const elsewhere = await createAssignment("Elsewhere");
  const away = await addPhoto(elsewhere.id, name, chunksOf(bytes));
  expect(away).toMatchObject({ known: false, away: true, reopened: null, photo: { name } });
  const silent = await delivered("png", false);
  const kept = await addPhoto(silent.assignment.id, silent.name, chunksOf(silent.bytes));
  expect(kept).toMatchObject({ known: false, away: true, reopened: null });
  const { photo } = await madeUpVisit();
  expect(photo.name).toBe("a.png");
}, 60_000);
