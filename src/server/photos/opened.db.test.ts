import { addPhoto, changeAssignment, changePhoto, closeDatabase, createAssignment, listPhotos, openVersion } from "..";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";
import { recipeOfVersion } from "../testing-recipe";

/** What an opened version begins with, and when it cannot be opened. */
process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(() => closeDatabase());

async function setUp() {
  const assignment = await createAssignment("Opened");
  const bytes = await pictureOf(gradient(60, 40)).png().toBuffer();
  const { photo } = await addPhoto(assignment.id, "a.png", chunksOf(bytes));
  return { assignment, photo, version: (await listPhotos(assignment.id))[0]!.versions[0]! };
}

test("a new photo's camera looks along its middle", async () => {
  const { version } = await setUp();
  expect((await recipeOfVersion(version.id)).camera.principal).toEqual([30, 20]);
});

test("a version is not there while its photo, or its whole assignment, is deleted; brought back it is", async () => {
  const { assignment, photo, version } = await setUp();
  await changeAssignment(assignment.id, { deleted: true });
  await expect(openVersion(version.id)).rejects.toMatchObject({ status: 404 });
  await changeAssignment(assignment.id, { deleted: false });
  await changePhoto(photo.id, { deleted: true });
  await expect(openVersion(version.id)).rejects.toMatchObject({ status: 404 });
  await changePhoto(photo.id, { deleted: false });
  expect((await openVersion(version.id)).version.id).toBe(version.id);
});
