import { isSoak } from "@/core/soak.testing";
import path from "node:path";
import { groupSegments } from "@/core/attitude";
import { focalOfField } from "@/core/lens";
import { type Luminance, cling, findSegments } from "@/core/lines";
import { ownFieldOf } from "@/core/own-edges";
import { emptyRecipe } from "@/core/recipe";
import { lensOf, withCamera } from "@/core/render";
import { greenLight } from "@/server/image/reading/luminance";
import type { Vec2 } from "@/core/geometry";
import truth from "../photos/SM-0425.truth.json";

/** The yard, stitched onto a cylinder of 190 degrees: what is straight in it all around, and what it tells. */
const size = [6000, 1800] as const;
let image: Luminance;
beforeAll(async () => {
  image = await greenLight(path.join(__dirname, "../photos/SM-0425.jpg"));
});

const recipe = emptyRecipe();
recipe.lens.model = "cylindrical";
recipe.camera = { focalPx: focalOfField("cylindrical", 190, size[0]), focalFrom: "stated", principal: null };
const settled = withCamera(recipe, size);
const lens = lensOf(settled, size);

// Every day the command line is asked for the same.
(isSoak ? test : test.skip)(
  "its own edges tell how far round it goes",
  () => {
    const told = ownFieldOf(image, "cylindrical")!;
    expect(Math.abs(told.field - 190)).toBeLessThan(0.3);
    expect(told.sigma).toBeLessThan(0.2);
  },
  60_000,
);

test("lines are found all around, and tell that the camera was level", () => {
  const segments = findSegments(image, lens);
  for (let sixth = 0; sixth < 6; sixth++)
    expect(segments.filter(({ points: [a, b] }) => Math.floor((a[0] + b[0]) / 2000) === sixth).length).toBeGreaterThan(
      20,
    );
  const { attitude, groups } = groupSegments(settled.camera, lens, segments);
  expect(Math.abs(attitude.pitch)).toBeLessThan(0.1);
  expect(Math.abs(attitude.roll)).toBeLessThan(0.1);
  expect(groups.filter((g) => g.kind === "sill")).toHaveLength(2);
}, 60_000);

test("a stroke clings to level edges beside the camera, bowed as they are", () => {
  const edges = truth.edges.filter((e) => !e.occluded && /^[en]..-lintel$/.test(e.id));
  const close = edges.map(({ recorded }) => {
    const [a, b] = [recorded[0]!, recorded[recorded.length - 1]!] as unknown as [Vec2, Vec2];
    const edge = cling(image, lens, [[a[0], a[1] + 2], [b[0], b[1] - 1.5]]); // prettier-ignore
    if (!edge) return false;
    const off = edge.ends.map(([x, y]) => {
      const i = recorded.findIndex((p, k) => k > 0 && (p[0]! - x) * (recorded[k - 1]![0]! - x) <= 0);
      if (i < 1) return 0;
      const [p, q] = [recorded[i - 1]!, recorded[i]!];
      return Math.abs(y - (p[1]! + ((q[1]! - p[1]!) * (x - p[0]!)) / (q[0]! - p[0]!)));
    });
    return Math.max(...off) < 0.3;
  });
  expect(edges.length).toBeGreaterThan(10);
  expect(close.filter(Boolean).length / edges.length).toBeGreaterThan(0.85);
}, 60_000);
