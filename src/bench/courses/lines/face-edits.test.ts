import type { Vec2 } from "@/core/geometry";
import { makeLens } from "@/core/lens";
import { AS_SHOT } from "@/core/render";
import { addFace, deleteFace, faceOnScreen, moveCorner, switchFace } from "./face-edits";
import type { Projection } from "../../sheet/projection";
import { type OpenedBench, SIZE, opened } from "../../testing";

/** The picture as shot at a quarter, its corner at 50, 60 of the screen. */
const projection: Projection = {
  map: AS_SHOT,
  lens: makeLens(SIZE, null),
  view: { scale: 0.25, shift: [50, 60] },
};

const faces = (store: OpenedBench) => store.getState().recipe.faces;

function withFace(): OpenedBench {
  const store = opened();
  addFace(store.getState(), [[2000, 1500] as Vec2, [800, 400] as Vec2], projection);
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
  addFace(store.getState(), [[800, 400] as Vec2, [830, 900] as Vec2], projection);
  expect(faces(store)).toHaveLength(0);
  expect(store.getState().past).toHaveLength(0);
});

test("its corners put where they belong, it counts and turns the camera; one step takes the whole drag back", () => {
  const store = withFace();
  const { id } = faces(store)[0]!;
  // The upper side is nearer together: the camera looked up.
  for (const x of [850, 900]) moveCorner(store.getState(), id, 0, [x, 400], "drag-1");
  moveCorner(store.getState(), id, 1, [1900, 400], "drag-2");
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
  moveCorner(store.getState(), id, 0, [900, 400], "d1");
  moveCorner(store.getState(), id, 1, [1900, 400], "d2");
  const { pitch } = store.getState().recipe.attitude;
  switchFace(store.getState(), id);
  expect(store.getState().recipe.attitude.pitch).toBe(0);
  switchFace(store.getState(), id);
  expect(store.getState().recipe.attitude.pitch).toBeCloseTo(pitch, 9);
  deleteFace(store.getState(), id);
  expect(faces(store)).toHaveLength(0);
  store.getState().undo();
  expect(faces(store)).toHaveLength(1);
});
