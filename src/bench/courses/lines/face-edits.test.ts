import type { Vec2 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { AS_SHOT } from "@/core/render";
import { deleteFace, moveCorner, switchFace } from "@/core/edits";
import { type Projection, faceOnScreen } from "../../marks/projection";
import { faceBetween } from "./tools/face-tool";
import { type OpenedBench, SIZE, opened } from "../../testing";

/** The picture as shot at a quarter, its corner at 50, 60 of the screen. */
const projection: Projection = {
  map: AS_SHOT,
  lens: makeLens(SIZE, null),
  view: { scale: 0.25, shift: [50, 60] },
};

const faces = (store: OpenedBench) => store.getState().recipe.faces;

function draw(store: OpenedBench, a: Vec2, b: Vec2): void {
  for (const outcome of faceBetween(projection, [a, b])) if (outcome.do === "edit") store.getState().edit(outcome.edit);
}

function withFace(): OpenedBench {
  const store = opened();
  draw(store, [2000, 1500], [800, 400]);
  return store;
}

test("a face begins as the rectangle drawn, from its upper left corner on, and does not count yet", () => {
  const store = withFace();
  expect(faces(store)).toHaveLength(1);
  const [face] = faces(store);
  expect(face!.corners.map((c) => c.map(Math.round))).toEqual([
    [800, 400],
    [2000, 400],
    [2000, 1500],
    [800, 1500],
  ]);
  expect(face!.on).toBe(false);
  expect(store.getState().recipe.attitude.pitch).toBe(0);
  expect(faceOnScreen(projection, face!)[0]).toEqual([250, 160]);
});

test("a mere click makes none", () => {
  const store = opened();
  draw(store, [800, 400], [830, 900]);
  expect(faces(store)).toHaveLength(0);
  expect(store.getState().past).toHaveLength(0);
});

test("its corners put where they belong, it counts and turns the camera; one step takes the whole drag back", () => {
  const store = withFace();
  const { id } = faces(store)[0]!;
  // The upper side is nearer together: the camera looked up.
  for (const x of [850, 900]) store.getState().edit(moveCorner(id, 0, [x, 400]), "drag-1");
  store.getState().edit(moveCorner(id, 1, [1900, 400]), "drag-2");
  const { recipe } = store.getState();
  expect(recipe.faces[0]!.on).toBe(true);
  expect(recipe.attitude.from).toBe("lines");
  expect(recipe.attitude.pitch).toBeGreaterThan(3);
  store.getState().undo();
  expect(faces(store)[0]!.corners[1]).toEqual([expect.closeTo(2000), expect.closeTo(400)]);
  store.getState().undo();
  expect(faces(store)[0]!.corners[0]).toEqual([expect.closeTo(800), expect.closeTo(400)]);
  expect(faces(store)[0]!.on).toBe(false);
});

test("switched off it says nothing, and deleted it can be brought back", () => {
  const store = withFace();
  const { id } = faces(store)[0]!;
  store.getState().edit(moveCorner(id, 0, [900, 400]), "d1");
  store.getState().edit(moveCorner(id, 1, [1900, 400]), "d2");
  const { pitch } = store.getState().recipe.attitude;
  store.getState().edit(switchFace(id));
  expect(store.getState().recipe.attitude.pitch).toBe(0);
  store.getState().edit(switchFace(id));
  expect(store.getState().recipe.attitude.pitch).toBeCloseTo(pitch, 9);
  store.getState().edit(deleteFace(id));
  expect(faces(store)).toHaveLength(0);
  store.getState().undo();
  expect(faces(store)).toHaveLength(1);
});
