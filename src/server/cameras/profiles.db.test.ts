import { quarlLike } from "../testing";
import {
  addPhoto,
  calibratePhotos,
  changeProfile,
  closeDatabase,
  createAssignment,
  createVersion,
  keepProfile,
  listPhotos,
  listProfiles,
  openVersion,
  inTheFile,
  saveRevision,
  takeProfileForAll,
} from "..";
import { ascii, rational, short } from "../image/writing/tiff-directory";
import { embedInJpeg } from "../image/writing/embed";
import { madeUpDng } from "../testing-dng";
import { readProfile } from "@/core/lens";
import { opcodeList } from "@/core/lens/dng-opcodes.testing";
import { chunksOf, gradient, pictureOf, temporaryFolder } from "../testing";
import { recipeOfVersion } from "../testing-recipe";

process.env["FLATSTONE_FILES"] = temporaryFolder();
afterAll(closeDatabase);

/** A small JPEG that says which lens took it. */
async function taken(width: number, lens: string, focalMm: number): Promise<Buffer> {
  const exif = {
    main: [ascii(0x010f, "Harrow"), ascii(0x0110, "Harrow K3")],
    exif: [rational(0x829d, 80, 10), rational(0x920a, focalMm * 10, 10), short(0xa405, focalMm), ascii(0xa434, lens)],
    gps: [],
  };
  return embedInJpeg(await pictureOf(gradient(width, 40)).jpeg().toBuffer(), { icc: null, xmp: null, exif });
}

test("profiles are kept, changed, deleted and brought back; a wrong one is refused with the reason", async () => {
  const kept = await keepProfile(quarlLike("first"));
  await expect(keepProfile({ ...quarlLike("x"), version: 9 })).rejects.toThrow(/version 9/);
  expect((await listProfiles()).map((p) => p.id)).toContain(kept.id);
  const changed = await changeProfile(kept.id, { document: { ...quarlLike("second") } });
  expect(changed.document.name).toBe("second");
  await expect(changeProfile(kept.id, { document: { format: "other" } })).rejects.toThrow(/not a lens profile/);
  await changeProfile(kept.id, { deleted: true });
  expect((await listProfiles()).map((p) => p.id)).not.toContain(kept.id);
  expect((await changeProfile(kept.id, { deleted: false })).deletedAt).toBeNull();
});

test("a visit's photos of one lens take a profile together, each at its own focal length; what is worked on stays", async () => {
  const { id } = await createAssignment("Lens together");
  for (const [width, lens, focal] of [
    [60, "Quarl 16-35 mm", 16],
    [61, "Quarl 16-35 mm", 24],
    [62, "Quarl 16-35 mm", 20],
    [63, "Ostrey 21 mm", 21],
  ] as const)
    await addPhoto(id, `${width}.jpg`, chunksOf(await taken(width, lens, focal)));
  const all = await listPhotos(id);
  const of = (width: number) => all.find((p) => p.width === width)!;
  expect(of(60)).toMatchObject({ lens: "Quarl 16-35 mm", focalMm: 16, aperture: 8 });
  const worked = await openVersion(of(62).versions[0]!.id);
  const recipe = await recipeOfVersion(worked.version.id);
  recipe.lens.k = [-0.02, 0, 0];
  recipe.lens.from = "by-hand";
  await saveRevision(worked.version.id, worked.revision, recipe);
  const second = await createVersion(of(61).id);
  const profile = await keepProfile(quarlLike("together"));
  const order = { profileId: profile.id, lens: "Quarl 16-35 mm", except: second.id };
  expect(await takeProfileForAll(id, order)).toEqual({ photos: 2 });
  const lensOf = async (versionId: string) => (await recipeOfVersion(versionId)).lens;
  expect(await lensOf(of(60).versions[0]!.id)).toMatchObject({
    from: "profile",
    profile: "together",
    k: [-0.06, 0, 0],
  });
  expect((await lensOf(of(61).versions[0]!.id)).k[0]).toBeCloseTo(-0.01, 9);
  expect((await lensOf(of(62).versions[0]!.id)).k[0]).toBe(-0.02);
  expect((await lensOf(second.id)).from).toBe("none");
  expect((await lensOf(of(63).versions[0]!.id)).from).toBe("none");
  // Once taken, nothing is waiting any more.
  expect(await takeProfileForAll(id, order)).toEqual({ photos: 0 });
});

test("charts shot with the camera held two ways are refused by name", async () => {
  const { id } = await createAssignment("Charts, turned");
  for (const orientation of [6, 8]) {
    const picture = pictureOf(gradient(60, 40)).withMetadata({ orientation });
    await addPhoto(id, `held-${orientation}.jpg`, chunksOf(await picture.jpeg().toBuffer()));
  }
  const photoIds = (await listPhotos(id)).map((p) => p.id);
  const order = { photoIds, columns: 5, rows: 4, kind: "checker" } as const;
  await expect(calibratePhotos(id, order)).rejects.toThrow("held-8.jpg was shot with the camera held another way");
});

test("the lens that a raw photo itself describes is offered for it; others describe none", async () => {
  const { id } = await createAssignment("In the file");
  const warp = { id: 1, planes: 1, numbers: [1, -0.04, 0.01, 0, 0, 0, 0.5, 0.5] };
  const raw = madeUpDng(240, 160, () => [0.2, 0.2, 0.2], 6, opcodeList(warp));
  const { photo } = await addPhoto(id, "own.dng", chunksOf(raw));
  const own = await inTheFile(photo.id);
  expect(own.document).toMatchObject({ lens: ["Quarl 24 mm"], distortion: [{ focalMm: 24, k: [-0.04, 0.01, 0] }] });
  expect(readProfile(JSON.parse(JSON.stringify(own.document)))).toEqual(own.document);
  const plain = await addPhoto(id, "plain.jpg", chunksOf(await taken(64, "Quarl 16-35 mm", 16)));
  expect(await inTheFile(plain.photo.id)).toEqual({ document: null, projection: null, layout: null });
  await expect(inTheFile("00000000-0000-4000-8000-000000000000")).rejects.toMatchObject({ status: 404 });
});
