/** A visit in the database for the server's tests; nothing outside tests imports this. */
import { addPhoto, createAssignment, listPhotos } from ".";
import { chunksOf, gradient, pictureOf } from "./testing";

/** A fresh assignment with one photo, a PNG of the size given, and its first version. */
export async function madeUpVisit(width = 60, height = 40) {
  const assignment = await createAssignment("Test visit");
  const bytes = await pictureOf(gradient(width, height)).png().toBuffer();
  const { photo } = await addPhoto(assignment.id, "a.png", chunksOf(bytes));
  const version = (await listPhotos(assignment.id))[0]!.versions[0]!;
  return { assignment, photo, version };
}
