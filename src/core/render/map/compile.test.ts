import { type Vec2, bounds, contains } from "../../geometry";
import { offVertical } from "../../lines";
import { between, randomFrom, seenBy } from "../../testing";
import { planeExtent, sampleGrid } from "..";
import { compiled } from "../recipes.testing";

test("plane → recorded → plane comes back, for lens, attitude, ease and proportion together", () => {
  const map = compiled((r) => {
    r.lens.k = [-0.05, 0.01, 0];
    Object.assign(r.attitude, { from: "by-hand", pitch: 12, yaw: -8, roll: 2, ease: { plumb: 0.8, sill: 0.5 } });
    r.proportion.height = 1.1;
    r.frame.rule = "free";
  });
  const random = randomFrom(6);
  const out = new Float64Array(3);
  for (let n = 0; n < 200; n++) {
    const p: Vec2 = [between(random, 0, 300), between(random, 0, 200)];
    const there = map.fromRecorded(p)!;
    map.toRecorded(...(there as [number, number]), out);
    expect(out[0]).toBeCloseTo(p[0], 6);
    expect(out[1]).toBeCloseTo(p[1], 6);
    expect(out[2]).toBeGreaterThan(0);
  }
});

test("what is vertical in the world is vertical on the plane; full ease keeps verticals, none keeps the picture", () => {
  const attitude = { pitch: 15, yaw: 0, roll: -2 };
  const a = seenBy({ focalPx: 280, principal: [150, 100] }, attitude, [0.3, -0.6, 1])!;
  const b = seenBy({ focalPx: 280, principal: [150, 100] }, attitude, [0.3, 0.1, 1])!;
  const offAt = (ease: number): number => {
    const map = compiled((r) =>
      Object.assign(r.attitude, { from: "by-hand", ...attitude, ease: { plumb: ease, sill: 1 } }),
    );
    return offVertical(map.fromRecorded(a)!, map.fromRecorded(b)!);
  };
  expect(offAt(1)).toBeLessThan(1e-9);
  expect(offAt(0.5)).toBeGreaterThan(0.5);
  expect(offAt(0)).toBeGreaterThan(offAt(0.5));
  const off = compiled((r) => {
    Object.assign(r.attitude, { from: "by-hand", on: false, ...attitude });
  });
  expect(off.fromRecorded(a)).toEqual([expect.closeTo(a[0], 9), expect.closeTo(a[1], 9)]);
});

test("a wall parallel to the sensor of the corrected camera keeps its proportions", () => {
  const camera = { focalPx: 280, principal: [150, 100] as const };
  const attitude = { pitch: 12, yaw: 5, roll: 1 };
  const map = compiled((r) => Object.assign(r.attitude, { from: "by-hand", ...attitude }));
  const corner = (x: number, y: number): Vec2 => map.fromRecorded(seenBy(camera, attitude, [x, y, 1])!)!;
  const [p, q, s] = [corner(-0.1, -0.4), corner(0.1, -0.4), corner(-0.1, -0.2)];
  expect(q[0] - p[0]).toBeCloseTo(s[1] - p[1], 9);
  expect(q[1]).toBeCloseTo(p[1], 9);
});

test("the clean frame lies inside what the photo covers, and holds no gap", () => {
  const random = randomFrom(7);
  for (let n = 0; n < 20; n++) {
    const map = compiled((r) => {
      r.lens.k = [between(random, -0.08, 0.04), between(random, -0.01, 0.01), 0];
      Object.assign(r.attitude, {
        from: "by-hand",
        pitch: between(random, -10, 25),
        yaw: between(random, -15, 15),
        roll: between(random, -4, 4),
      });
      r.frame.ratio = n % 2 ? 1.5 : null;
    });
    expect(map.gaps).toBe(false);
    expect(map.kept).toBeGreaterThan(0.2);
    expect(map.kept).toBeLessThan(1);
    const [x, y, w, h] = map.frame;
    expect(contains(map.outline, [x + w / 2, y + h / 2])).toBe(true);
    const [ex, ey, ew, eh] = planeExtent(map);
    expect(ex).toBeLessThanOrEqual(x);
    expect(ey + eh).toBeGreaterThanOrEqual(y + h);
    expect(ew).toBeGreaterThanOrEqual(w);
  }
});

test("behind the corrected camera, and beyond the lens's fold, nothing was recorded", () => {
  const steep = compiled((r) => Object.assign(r.attitude, { from: "by-hand", pitch: 75 }));
  expect(steep.fromRecorded([150, 0])).toBeNull();
  const out = new Float64Array(3);
  steep.toRecorded(150, 1e5, out);
  expect(out[2]).toBeLessThan(0);
  const folding = compiled((r) => {
    r.lens.k = [-0.25, 0, 0];
    r.frame.rule = "free";
  });
  folding.toRecorded(150 + 400, 100, out);
  expect(out[2]).toBeLessThan(0);
});

test("the grid for the graphics processor holds the map's own values", () => {
  const map = compiled((r) => Object.assign(r.attitude, { from: "by-hand", pitch: 10 }));
  const view = [-20, -10, 340, 240] as const;
  const grid = sampleGrid(map, view, 4, 3);
  expect(grid).toHaveLength(5 * 4 * 4);
  const out = new Float64Array(3);
  map.toRecorded(-20 + 340 * 0.5, -10 + 240, out);
  const at = (3 * 5 + 2) * 4;
  expect(grid[at]).toBeCloseTo(out[0]!, 3);
  expect(grid[at + 1]).toBeCloseTo(out[1]!, 3);
  expect(grid[at + 3]).toBe(1);
  expect(bounds(map.outline)[2]).toBeGreaterThan(0);
});
