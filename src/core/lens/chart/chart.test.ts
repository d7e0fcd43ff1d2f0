import { between, normalFrom, randomFrom } from "../../testing";
import type { Vec2 } from "../../geometry";
import { makeLens } from "../make-lens";
import { type Grey, calibrate, findChart } from ".";

interface Pose {
  readonly yaw: number;
  readonly pitch: number;
  readonly distance: number;
}

const [columns, rows] = [7, 5];
const rad = Math.PI / 180;

/** A camera looking at a checkerboard: brightness of every pixel by four samples, uneven light, noise. */
function photograph(
  size: readonly [number, number],
  focalPx: number,
  k: [number, number, number],
  pose: Pose,
  noise: number,
  seed: number,
): { grey: Grey; truth: Vec2[] } {
  const lens = makeLens(size, { k, p: [0, 0], centre: [size[0] / 2, size[1] / 2], amount: 1 });
  const [cy, sy, cp, sp] = [
    Math.cos(pose.yaw * rad),
    Math.sin(pose.yaw * rad),
    Math.cos(pose.pitch * rad),
    Math.sin(pose.pitch * rad),
  ];
  // Axes of the board in the camera, and its middle.
  const u = [cy, sp * sy, -cp * sy] as const;
  const v = [0, cp, sp] as const;
  const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]] as const;
  const brightness = (x: number, y: number): number => {
    const [ix, iy] = lens.undistort([x, y]);
    const d = [(ix - size[0] / 2) / focalPx, (iy - size[1] / 2) / focalPx, 1] as const;
    const t = (n[2] * pose.distance) / (n[0] * d[0] + n[1] * d[1] + n[2] * d[2]);
    const q = [d[0] * t, d[1] * t, d[2] * t - pose.distance] as const;
    const a = q[0] * u[0] + q[1] * u[1] + q[2] * u[2];
    const b = q[0] * v[0] + q[1] * v[1] + q[2] * v[2];
    const [i, j] = [Math.floor(a + (columns + 1) / 2), Math.floor(b + (rows + 1) / 2)];
    const light = 0.55 + 0.45 * Math.cos(x / size[0] + 0.4 * (y / size[1]));
    if (i < 0 || j < 0 || i > columns || j > rows) return (Math.abs(a) < 5 && Math.abs(b) < 4 ? 215 : 120) * light;
    return ((i + j) % 2 ? 215 : 35) * light;
  };
  const normal = normalFrom(randomFrom(seed));
  const data = new Float32Array(size[0] * size[1]);
  for (let y = 0, i = 0; y < size[1]; y++)
    for (let x = 0; x < size[0]; x++, i++) {
      const sum =
        brightness(x + 0.25, y + 0.25) +
        brightness(x + 0.75, y + 0.25) +
        brightness(x + 0.25, y + 0.75) +
        brightness(x + 0.75, y + 0.75);
      data[i] = Math.min(255, Math.max(0, Math.round(sum / 4 + noise * normal())));
    }
  const truth = Array.from({ length: columns * rows }, (_, c): Vec2 => {
    const [a, b] = [(c % columns) - (columns - 1) / 2, Math.floor(c / columns) - (rows - 1) / 2];
    const p = [a * u[0] + b * v[0], a * u[1] + b * v[1], a * u[2] + b * v[2] + pose.distance] as const;
    return lens.distort([size[0] / 2 + (focalPx * p[0]) / p[2], size[1] / 2 + (focalPx * p[1]) / p[2]]);
  });
  return { grey: { data, width: size[0], height: size[1] }, truth };
}

const poses: Pose[] = [
  { yaw: 4, pitch: -3, distance: 7.5 },
  { yaw: 33, pitch: 8, distance: 8.5 },
  { yaw: -24, pitch: 28, distance: 8.5 },
  { yaw: -8, pitch: -30, distance: 8 },
];

test("a small, noisy, unevenly lit chart at any angle: every corner to a fraction of a pixel, the camera from all of them", () => {
  const [focalPx, k] = [520, [-0.09, 0.02, 0] as [number, number, number]];
  const size = [640, 480] as const;
  const seen = poses.map((pose, i) => {
    const { grey, truth } = photograph(size, focalPx, k, pose, 4, i);
    const chart = findChart(grey, columns, rows)!;
    expect(chart).not.toBeNull();
    const misses = chart.corners.map((c) => Math.min(...truth.map((t) => Math.hypot(t[0] - c![0], t[1] - c![1]))));
    expect(Math.max(...misses)).toBeLessThan(0.4);
    return chart;
  });
  const found = calibrate(seen, size);
  expect(Math.abs(found.focalPx / focalPx - 1)).toBeLessThan(0.005);
  expect(Math.abs(found.focalPx - focalPx)).toBeLessThan(4 * found.sigmaFocalPx + 0.5);
  const lens = makeLens(size, { ...found, amount: 1 });
  const real = makeLens(size, { k, p: [0, 0], centre: [320, 240], amount: 1 });
  for (const corner of [
    [10, 10],
    [630, 10],
    [630, 470],
    [10, 470],
  ] as const) {
    const [a, b] = [lens.undistort(corner), real.undistort(corner)];
    expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(2);
  }
  expect(found.rmsPx).toBeLessThan(0.15);
  expect(found.views).toHaveLength(4);
});

test("a few corners may be hidden; with a third of them hidden it is no chart to measure by", () => {
  const hidden = (count: number): ReturnType<typeof findChart> => {
    const { grey, truth } = photograph([640, 480], 520, [0, 0, 0], poses[0]!, 2, 9);
    // The last ones, row by row from below, under something even.
    const covered = truth.slice(truth.length - count);
    const data = grey.data.map((v, i) =>
      covered.some(([x, y]) => Math.hypot((i % 640) - x, Math.floor(i / 640) - y) < 22) ? 128 : v,
    );
    return findChart({ ...grey, data }, columns, rows);
  };
  const some = hidden(3)!;
  expect(some.corners.filter(Boolean).length).toBeGreaterThanOrEqual(32);
  expect(hidden(12)).toBeNull();
});

test("another count, or no chart, is not found", () => {
  const { grey } = photograph([640, 480], 520, [0, 0, 0], poses[0]!, 2, 9);
  expect(findChart(grey, columns + 2, rows + 1)).toBeNull();
  const random = randomFrom(4);
  const blank: Grey = {
    data: Float32Array.from({ length: 320 * 240 }, () => between(random, 90, 110)),
    width: 320,
    height: 240,
  };
  expect(findChart(blank, columns, rows)).toBeNull();
});

test("asked for the other way round, it is found turned", () => {
  const { grey } = photograph([640, 480], 520, [0, 0, 0], poses[1]!, 2, 3);
  const chart = findChart(grey, rows, columns)!;
  expect([chart.columns, chart.rows]).toEqual([rows, columns]);
  expect(calibrate([chart], [640, 480]).rmsPx).toBeLessThan(0.2);
});

test("too few corners are refused with a sentence", () => {
  expect(() => calibrate([], [640, 480])).toThrow(/no picture/);
  const corners = Array.from({ length: 35 }, (_, i): Vec2 | null => (i < 8 ? [i * 10, 5] : null));
  expect(() => calibrate([{ columns, rows, corners }], [640, 480])).toThrow(/fewer than twelve/);
});
