import { visitStyle } from "@/core/answers";
import { emptyRecipe, readRecipe } from "@/core/recipe";
import {
  addPhoto,
  changeAssignment,
  closeDatabase,
  createAssignment,
  getAssignment,
  listPhotos,
  openVersion,
  saveRevision,
} from "..";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";
import { habitBefore } from "./visit-habit";

process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(closeDatabase);

/** A visit with so many photos. */
async function visit(count: number) {
  const assignment = await createAssignment("Styled visit");
  for (let i = 0; i < count; i++) {
    const picture = await pictureOf(gradient(60 + i, 40))
      .png()
      .toBuffer();
    await addPhoto(assignment.id, `${i}.png`, chunksOf(picture));
  }
  return { assignment, photos: await listPhotos(assignment.id) };
}

const plumb = (id: string, x: number) => ({ id, kind: "plumb" as const, points: [[x, 5], [x + 1, 35]], on: true }); // prettier-ignore
const eased = (share: number) =>
  readRecipe({
    ...emptyRecipe(),
    lines: [plumb("a", 10), plumb("b", 50)],
    attitude: { ...emptyRecipe().attitude, ease: { plumb: share, sill: 1 } },
  });

test("a visit's style is kept, told with the visit and with an open version; none is as before there were any", async () => {
  const { assignment, photos } = await visit(1);
  expect(assignment.style).toEqual(visitStyle.parse({}));
  const style = visitStyle.parse({ verticals: { share: 0.8 }, ratio: 1.5, follow: false });
  expect((await changeAssignment(assignment.id, { style })).style).toEqual(style);
  expect((await getAssignment(assignment.id)).style).toEqual(style);
  expect((await openVersion(photos[0]!.versions[0]!.id)).assignment.style).toEqual(style);
  // A name changed leaves it.
  expect((await changeAssignment(assignment.id, { name: "Other" })).style).toEqual(style);
});

test("the last three photos that were worked on tell a habit, whichever was added last", async () => {
  const { photos } = await visit(5);
  const [asked, ...others] = photos;
  const save = async (i: number, share: number) => {
    const { id } = others[i]!.versions[0]!;
    await saveRevision(id, (await openVersion(id)).revision, eased(share));
  };
  await save(3, 0.8);
  await save(0, 0.8);
  expect(await habitBefore(asked!)).toBeNull();
  await save(1, 0.8);
  expect(await habitBefore(asked!)).toMatchObject({ way: "eased", ease: 0.8, photos: 3 });
  // A photo tells nothing of itself.
  expect(await habitBefore(others[1]!)).toBeNull();
  await save(2, 0.6);
  expect(await habitBefore(asked!)).toBeNull();
  await save(2, 0.8);
  expect(await habitBefore(asked!)).toMatchObject({ ease: 0.8 });
});
