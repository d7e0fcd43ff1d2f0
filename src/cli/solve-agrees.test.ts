import { compile, settle } from "@/core/render";
import { SIZE, scene } from "@/core/render/solved/measured-scene.testing";
import { many } from "@/core/soak.testing";
import { solved } from "./solve";

/** What `solve` prints is what is rendered, whoever told the attitude, the height and the focal length. */
test("attitude, height and scale are the same for solve, the panel and the delivered picture", () => {
  for (let seed = 1; seed <= many(120, 24); seed++) {
    const focal = seed % 3 === 0 ? 0.1 : 0;
    const { recipe, rectangle, at } = scene(seed * 53, { lines: 0.5, marks: 0.5, focal });
    recipe.proportion.measures = [rectangle("m", at.x, at.y, at.w, at.h)];
    if (seed % 4 === 0) Object.assign(recipe.attitude, { from: "by-hand", pitch: 6, yaw: 3, roll: -1 });
    if (seed % 8 === 0) recipe.lines = [];
    const settled = settle(recipe, SIZE);
    const told = solved(recipe, { size: SIZE, focal: {}, photo: false });
    for (const angle of ["pitch", "yaw", "roll"] as const)
      expect(told.attitude[angle]).toBeCloseTo(settled.attitude[angle], 6);
    expect(told.focalPx / settled.camera.focalPx).toBeCloseTo(1, 6);
    expect(told.proportion!.height).toBeCloseTo(settled.proportion.height, 6);
    expect(told.proportion!.perPixel! / settled.proportion.perPixel!).toBeCloseTo(1, 6);
    expect(told.proportion!.perPixelSigma).toBeGreaterThan(0);
    const { median, worst } = told.proportion!.accuracy!;
    expect(median).toBeGreaterThan(0);
    expect(worst).toBeGreaterThanOrEqual(median);
    // The measured thing has its ratio in the picture that is made.
    const map = compile(settled, SIZE);
    const [a, b, , d] = (recipe.proportion.measures[0] as { points: [number, number][] }).points.map((p) =>
      map.fromRecorded(p)!,
    );
    const ratio = Math.hypot(b![0] - a![0], b![1] - a![1]) / Math.hypot(d![0] - a![0], d![1] - a![1]);
    if (settled.attitude.from === "lines" && Math.abs(settled.attitude.yaw) > 0)
      expect(ratio / (at.w / at.h)).toBeCloseTo(1, 1);
  }
});
