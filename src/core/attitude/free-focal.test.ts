import { many } from "../soak.testing";
import type { Vec2 } from "../geometry";
import { makeLens } from "../lens";
import { between, madeUpCamera, madeUpPlumbs, madeUpSills, normalFrom, randomFrom } from "../testing";
import { type LineInput, solveLines } from ".";

/** Ends placed by hand, pixels. */
const NOISE = 0.3;

test("whatever focal length was assumed, from half to twice the true one, a corner's lines tell it or say nothing", () => {
  const [random, normal] = [randomFrom(77), normalFrom(randomFrom(5))];
  let told = 0;
  for (let n = 0; n < many(400, 90); n++) {
    const attitude = { pitch: between(random, -20, 30), yaw: 0, roll: between(random, -5, 5) };
    const made = { ...madeUpCamera(random), k1: 0, attitude };
    const heading = between(random, -65, -15);
    const shaken = ([x, y]: Vec2): Vec2 => [x + NOISE * normal(), y + NOISE * normal()];
    const lines = [
      ...madeUpPlumbs(made, random, 5).map((ends) => ({ kind: "plumb" as const, ends })),
      ...[heading, heading + 90].flatMap((h) =>
        madeUpSills(made, random, h, 4).map((ends) => ({ kind: "sill" as const, ends })),
      ),
    ].map(({ kind, ends }, i): LineInput => ({ id: `l${i}`, kind, ends: [shaken(ends[0]), shaken(ends[1])] }));
    const { focalPx } = made.intrinsics;
    const assumed = focalPx * Math.exp(between(random, Math.log(0.5), Math.log(2)));
    const lens = makeLens(made.size, null);
    const { focal } = solveLines({ ...made.intrinsics, focalPx: assumed }, lens, lines, { freeFocal: true });
    if (!focal) continue;
    told++;
    // Looked for once more where it was found, it stays; a sill that may lie on either wall shifts it a little.
    const again = solveLines({ ...made.intrinsics, focalPx: focal.focalPx }, lens, lines, { freeFocal: "near" });
    expect(Math.abs(again.focal!.focalPx - focal.focalPx)).toBeLessThan(0.1 * focal.sigmaPx);
    expect(Math.abs(focal.focalPx - focalPx)).toBeLessThan(Math.max(0.03 * focalPx, 5 * focal.sigmaPx));
  }
  expect(told).toBeGreaterThan(0.925 * many(400, 90));
}, 60_000);

test("plumbs and one wall tell the focal length as well from a wrong one as from the true one", () => {
  const told = { 1: 0, 1.6: 0, 0.8: 0 };
  for (const by of [1, 1.6, 0.8] as const) {
    const [random, normal] = [randomFrom(78), normalFrom(randomFrom(6))];
    for (let n = 0; n < many(150, 40); n++) {
      const pitch = (random() < 0.3 ? -1 : 1) * between(random, 4, 25);
      const made = { ...madeUpCamera(random), k1: 0, attitude: { pitch, yaw: 0, roll: between(random, -3, 3) } };
      const heading = (random() < 0.5 ? -1 : 1) * between(random, 20, 60);
      const shaken = ([x, y]: Vec2): Vec2 => [x + NOISE * normal(), y + NOISE * normal()];
      const lines = [
        ...madeUpPlumbs(made, random, 4).map((ends) => ({ kind: "plumb" as const, ends })),
        ...madeUpSills(made, random, heading, 4).map((ends) => ({ kind: "sill" as const, ends })),
      ].map(({ kind, ends }, i): LineInput => ({ id: `l${i}`, kind, ends: [shaken(ends[0]), shaken(ends[1])] }));
      const { focalPx } = made.intrinsics;
      const assumed = { ...made.intrinsics, focalPx: by * focalPx };
      const { focal, walls } = solveLines(assumed, makeLens(made.size, null), lines, { freeFocal: true });
      if (!focal) continue;
      expect(Math.abs(focal.focalPx - focalPx)).toBeLessThan(Math.max(0.03 * focalPx, 5 * focal.sigmaPx));
      expect(walls).toHaveLength(1);
      told[by]++;
    }
  }
  for (const by of [1, 1.6, 0.8] as const) expect(told[by]).toBeGreaterThanOrEqual(0.97 * many(150, 40));
}, 60_000);
