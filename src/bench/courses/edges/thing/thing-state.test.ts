import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { emptyRecipe } from "@/core/recipe";
import type { SeenThing } from "./find-thing";
import { leaveThing, neverCopyThing, pressThing, resizeThing, takeOutThing, useThing } from "./thing-state";

const found = jest.fn<Promise<SeenThing | null>, unknown[]>();
jest.mock("./find-thing", () => ({ findThing: (...given: unknown[]) => found(...given) }));
const told: string[] = [];
jest.mock("@/ui", () => ({ notify: (words: string) => told.push(words) }));

const PHOTO = { id: "p", sha256: "s", width: 3000, height: 2000 } as Photo;
const post = (x = 1000): SeenThing => ({
  outline: [
    [x, 500],
    [x + 40, 500],
    [x + 40, 1500],
    [x, 1500],
  ],
  presses: [[x + 20, 1000]],
  steps: -2,
  look: 2,
});

beforeEach(() => {
  useBench.getState().open("v", [3000, 2000], emptyRecipe());
  found.mockReset();
  told.length = 0;
});

test("a press takes the thing; one with Shift where nothing is found leaves what there was", async () => {
  found.mockResolvedValueOnce(post());
  await pressThing(PHOTO, [1020, 1000], false);
  expect(useThing.getState().thing).toEqual(post());
  found.mockResolvedValueOnce(null);
  await pressThing(PHOTO, [1500, 300], true);
  expect(found).toHaveBeenLastCalledWith(
    PHOTO,
    [
      [1020, 1000],
      [1500, 300],
    ],
    null,
  );
  expect(useThing.getState().thing).toEqual(post());
  expect(told).toHaveLength(1);
  found.mockResolvedValueOnce(null);
  await pressThing(PHOTO, [1500, 300], false);
  expect(useThing.getState().thing).toBeNull();
});

test("what comes late is dropped; each step larger goes on from the last", async () => {
  let late = (_: SeenThing | null): void => undefined;
  found.mockReturnValueOnce(new Promise((resolve) => (late = resolve)));
  const waiting = pressThing(PHOTO, [1020, 1000], false);
  leaveThing();
  late(post());
  await waiting;
  expect(useThing.getState().thing).toBeNull();
  found.mockResolvedValueOnce(post());
  await pressThing(PHOTO, [1020, 1000], false);
  found.mockImplementation(async (_photo, _presses, again) => ({ ...post(), ...(again as { steps: number }) }));
  await Promise.all([resizeThing(PHOTO, 1), resizeThing(PHOTO, 1)]);
  expect(useThing.getState().thing!.steps).toBe(0);
});

test("taken out it is a mend with its outline, never copied an area; each is one step back", async () => {
  found.mockResolvedValue(post());
  await pressThing(PHOTO, [1020, 1000], false);
  takeOutThing();
  const { edges } = useBench.getState().recipe;
  expect(edges.strokes).toMatchObject([{ kind: "mend", outline: post().outline, on: true }]);
  expect(useThing.getState().thing).toBeNull();
  await pressThing(PHOTO, [1020, 1000], false);
  neverCopyThing();
  expect(useBench.getState().recipe.edges.sources).toMatchObject([{ use: "never", points: post().outline }]);
  expect(useBench.getState().past).toHaveLength(2);
});

test("where the photo's border cuts it and a gap is filled beyond, it goes with the gap", async () => {
  const recipe = emptyRecipe();
  recipe.frame = { ...recipe.frame, rule: "free", rect: [-200, 0, 3200, 2000] };
  recipe.edges = { on: true, gaps: "fill" };
  useBench.getState().open("v", [3000, 2000], recipe);
  for (const [x, use] of [
    [0, "out"],
    [1000, null],
  ] as const) {
    found.mockResolvedValueOnce(post(x));
    await pressThing(PHOTO, [x + 20, 1000], false);
    takeOutThing();
    const { sources, strokes } = useBench.getState().recipe.edges;
    if (use) expect(sources).toMatchObject([{ use }]);
    else expect(strokes).toHaveLength(1);
  }
});
