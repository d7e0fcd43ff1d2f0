import { makeLens } from "../lens";
import type { Vec2 } from "../geometry";
import { type MadeUpCamera, madeUpCamera, madeUpPlumbs, normalFrom, randomFrom } from "../testing";
import { END_SIGMA_PX, type PlumbInput, solvePlumbs } from ".";

const lensFor = ({ k1, size }: MadeUpCamera) =>
  makeLens(size, { k: [k1, 0, 0], p: [0, 0], centre: [size[0] / 2, size[1] / 2], amount: 1 });

const recorded = (made: MadeUpCamera, ends: [Vec2, Vec2]): [Vec2, Vec2] => {
  const lens = lensFor(made);
  return [lens.distort(ends[0]), lens.distort(ends[1])];
};

const named = (ends: [Vec2, Vec2][]): PlumbInput[] => ends.map((e, i) => ({ id: `l${i}`, ends: e }));

test("exact plumbs give pitch and roll to 0.001°", () => {
  const random = randomFrom(1);
  let [worstPitch, worstRoll] = [0, 0];
  for (let n = 0; n < 1000; n++) {
    const made = madeUpCamera(random);
    const plumbs = madeUpPlumbs(made, random, 2 + Math.floor(random() * 6)).map((e) => recorded(made, e));
    const { status, attitude } = solvePlumbs(made.intrinsics, lensFor(made), named(plumbs));
    expect(status).toBe("solved");
    worstPitch = Math.max(worstPitch, Math.abs(attitude.pitch - made.attitude.pitch));
    worstRoll = Math.max(worstRoll, Math.abs(attitude.roll - made.attitude.roll));
  }
  expect(worstPitch).toBeLessThan(0.001);
  expect(worstRoll).toBeLessThan(0.001);
});

/**
 * Cramér–Rao bound of pitch and roll, degrees, by a road of its own: the line is held at one end and
 * turned to the vanishing point, written with tangents rather than with the solver's determinants;
 * the offset of the other end, with the noise of both across the line, is all that the line tells.
 */
function boundOf(made: MadeUpCamera, ideal: [Vec2, Vec2][]): { pitch: number; roll: number } {
  const lens = lensFor(made);
  const { focalPx: f, principal: c } = made.intrinsics;
  const vanishing = (pitch: number, roll: number): Vec2 => {
    const [p, r] = [(pitch * Math.PI) / 180, (roll * Math.PI) / 180];
    return [c[0] - (f * Math.sin(r)) / Math.tan(p), c[1] - (f * Math.cos(r)) / Math.tan(p)];
  };
  const information = [0, 0, 0];
  for (const [a, b] of ideal) {
    const offset = (pitch: number, roll: number): number => {
      const v = vanishing(pitch, roll);
      // Turn the line about a, keeping a fixed: b moves across by this much.
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
      const length = Math.hypot(dx, dy);
      const [nx, ny] = [-dy / length, dx / length];
      const away = (v[0] - a[0]) * nx + (v[1] - a[1]) * ny;
      const along = ((v[0] - a[0]) * dx + (v[1] - a[1]) * dy) / length;
      return (away / along) * length;
    };
    const h = 1e-5;
    const { pitch, roll } = made.attitude;
    const jp = (offset(pitch + h, roll) - offset(pitch - h, roll)) / (2 * h);
    const jr = (offset(pitch, roll + h) - offset(pitch, roll - h)) / (2 * h);
    // Moving a instead leaves the line through v: b's share is its distance from v over a's.
    const v = vanishing(pitch, roll);
    const ratio = Math.hypot(b[0] - v[0], b[1] - v[1]) / Math.hypot(a[0] - v[0], a[1] - v[1]);
    const across = (p: Vec2): number => {
      const [j0, j1, j2, j3] = lens.jacobian(p);
      const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
      const length = Math.hypot(dx, dy);
      const det = j0 * j3 - j1 * j2;
      const [nx, ny] = [-dy / length, dx / length];
      return Math.hypot((nx * j3 - ny * j2) / det, (-nx * j1 + ny * j0) / det);
    };
    const variance = END_SIGMA_PX ** 2 * (across(b) ** 2 + (ratio * across(a)) ** 2);
    information[0]! += (jp * jp) / variance;
    information[1]! += (jp * jr) / variance;
    information[2]! += (jr * jr) / variance;
  }
  const [pp, pr, rr] = information as [number, number, number];
  const det = pp * rr - pr * pr;
  return { pitch: Math.sqrt(rr / det), roll: Math.sqrt(pp / det) };
}

test("with 0.5 px of noise the error is at the Cramér–Rao bound, and the sigmas are honest", () => {
  const random = randomFrom(2);
  const normal = normalFrom(random);
  const overBound = { pitch: 0, roll: 0 };
  const overSigma = { pitch: 0, roll: 0 };
  const cameras = 1000;
  for (let n = 0; n < cameras; n++) {
    let made = madeUpCamera(random);
    // The bound's independent formula divides by tan(pitch).
    while (Math.abs(made.attitude.pitch) < 0.5) made = madeUpCamera(random);
    const ideal = madeUpPlumbs(made, random, 4);
    const noisy = ideal.map((e) =>
      recorded(made, e).map(([x, y]): Vec2 => [x + END_SIGMA_PX * normal(), y + END_SIGMA_PX * normal()]),
    ) as [Vec2, Vec2][];
    const { attitude, sigma } = solvePlumbs(made.intrinsics, lensFor(made), named(noisy));
    const bound = boundOf(made, ideal);
    for (const key of ["pitch", "roll"] as const) {
      const error = attitude[key] - made.attitude[key];
      overBound[key] += (error / bound[key]) ** 2 / cameras;
      overSigma[key] += (error / sigma[key]!) ** 2 / cameras;
    }
  }
  for (const key of ["pitch", "roll"] as const) {
    expect(Math.sqrt(overBound[key])).toBeGreaterThan(0.9);
    expect(Math.sqrt(overBound[key])).toBeLessThan(1.1);
    expect(Math.sqrt(overSigma[key])).toBeGreaterThan(0.9);
    expect(Math.sqrt(overSigma[key])).toBeLessThan(1.1);
  }
});

test("residuals that are larger than expected widen the sigmas", () => {
  const random = randomFrom(3);
  const normal = normalFrom(random);
  const made = madeUpCamera(random);
  const plumbs = madeUpPlumbs(made, random, 20).map((e) => recorded(made, e));
  const shaken = plumbs.map((e) => e.map(([x, y]): Vec2 => [x + 4 * normal(), y + 4 * normal()])) as [Vec2, Vec2][];
  const calm = solvePlumbs(made.intrinsics, lensFor(made), named(plumbs));
  const rough = solvePlumbs(made.intrinsics, lensFor(made), named(shaken));
  expect(rough.endSigmaPx).toBeGreaterThan(2);
  expect(rough.sigma.pitch!).toBeGreaterThan(4 * calm.sigma.pitch!);
});

test("pulls add up to one, and the far, long line pulls most", () => {
  const random = randomFrom(4);
  const made = { ...madeUpCamera(random), k1: 0 };
  const [left, right] = madeUpPlumbs(made, random, 2) as [[Vec2, Vec2], [Vec2, Vec2]];
  const third: [Vec2, Vec2] = [left[0], [(left[0][0] + left[1][0]) / 2, (left[0][1] + left[1][1]) / 2]];
  const { lines } = solvePlumbs(made.intrinsics, makeLens(made.size, null), named([left, right, third]));
  expect(lines.reduce((s, l) => s + l.pull, 0)).toBeCloseTo(1, 9);
  expect(lines[2]!.pull).toBeLessThan(lines[0]!.pull);
  expect(lines[1]!.pull).toBeGreaterThan(lines[0]!.pull);
});

describe("too little to go by", () => {
  const camera = { focalPx: 2000, principal: [1500, 1000] as const };
  const none = makeLens([3000, 2000], null);
  const a: [Vec2, Vec2] = [
    [500, 100],
    [420, 1900],
  ];

  test.each([
    ["none", []],
    [
      "none",
      [
        [
          [500, 100],
          [500, 100],
        ],
      ],
    ],
    ["one", [a]],
    [
      "one",
      [
        a,
        [
          [900, 900],
          [901, 900],
        ],
      ],
    ],
    ["undetermined", [a, a]],
    ["undetermined", [a, [a[1], a[0]]]],
  ] as [string, [Vec2, Vec2][]][])("%s", (status, ends) => {
    const solution = solvePlumbs(camera, none, named(ends));
    expect(solution.status).toBe(status);
    expect(solution.attitude).toEqual({ pitch: 0, yaw: 0, roll: 0 });
  });

  test("plumbs that are vertical already leave the camera level", () => {
    const { status, attitude } = solvePlumbs(
      camera,
      none,
      named([
        [
          [100, 0],
          [100, 1500],
        ],
        [
          [2500, 50],
          [2500, 1900],
        ],
      ]),
    );
    expect(status).toBe("solved");
    expect(attitude.pitch).toBeCloseTo(0, 6);
    expect(attitude.roll).toBeCloseTo(0, 6);
  });
});
