import { visitStyle } from "../answers";
import { emptyRecipe } from "../recipe";
import { ENDPOINTS, openedVersion, photoAnswer } from ".";

const id = "7f6d2c1e-3a4b-4c5d-8e9f-0a1b2c3d4e5f";
const moment = "2026-11-28T09:00:00.000Z";
const photo = {
  id,
  assignmentId: id,
  sha256: "a".repeat(64),
  name: "SM-0413.jpg",
  bytes: 1200,
  format: "jpeg",
  width: 300,
  height: 200,
  bits: 8,
  camera: null,
  lens: null,
  focalMm: null,
  equivalentMm: null,
  aperture: null,
  orientation: 1,
  takenAt: null,
  blended: null,
  exposure: -3.5,
};
const version = { id, name: "A", createdAt: moment, note: "", chosen: false };
const opened = {
  version,
  photo,
  assignment: { id, name: "Mill", frames: { ratios: [], sizes: [] }, style: visitStyle.parse({}) },
  siblings: [],
  bracket: null,
  revision: 3,
  token: null,
};

test("an answer keeps what the contract names and nothing beside it", () => {
  expect(photoAnswer.parse({ ...photo, deletedAt: null, secret: 1 })).toEqual(photo);
});

test("an answer that is another, or of another version, is told", () => {
  const good = { ...opened, recipe: emptyRecipe() };
  expect(openedVersion.parse(good)).toEqual(good);
  for (const wrong of [
    { ...good, revision: "3" },
    { ...good, photo: { ...photo, width: 0 } },
    { ...good, version: { ...version, createdAt: "yesterday" } },
    { ...good, recipe: { ...emptyRecipe(), format: "another" } },
  ])
    expect(openedVersion.safeParse(wrong).success).toBe(false);
});

test("what is asked is checked by the same schema on both sides", () => {
  const { saveRevision, calibrate, changeAssignment } = ENDPOINTS;
  expect(saveRevision.asked.safeParse({ base: -1, recipe: {}, token: id }).success).toBe(false);
  expect(saveRevision.asked.safeParse({ base: 1, token: id }).success).toBe(false);
  expect(calibrate.asked.safeParse({ photoIds: [], columns: 9, rows: 6, kind: "checker" }).success).toBe(false);
  expect(changeAssignment.asked.safeParse({}).success).toBe(false);
});

test("every endpoint that changes something says what it wants, and paths name one subject, and of it a number, at most", () => {
  for (const { method, path, asked } of Object.values(ENDPOINTS)) {
    expect(path).toMatch(/^\/api\/[a-z]+(\/\{id\}(\/[a-z]+(\/\{number\})?)?)?$/);
    expect(asked.safeParse(undefined).success).toBe(method === "GET");
  }
});
