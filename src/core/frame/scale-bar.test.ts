import type { Raster } from "../course";
import { scaleBar, scaleBarStep } from "./scale-bar";

const frame = [100, 50, 1000, 600] as const;

test("the bar is 1, 2 or 5 times a power of ten long, within the frame, its parts of one length", () => {
  for (const perPixel of [0.0007, 0.004, 0.01, 0.033, 0.2]) {
    const blocks = scaleBar(frame, perPixel);
    const parts = blocks.slice(2, 7);
    const metres = parts.reduce((s, { rect }) => s + rect[2], 0) * perPixel;
    const power = 10 ** Math.floor(Math.log10(metres * 1.0001));
    expect([1, 2, 5]).toContain(Math.round(metres / power));
    expect(metres / power).toBeCloseTo(Math.round(metres / power), 6);
    for (const { rect } of blocks) {
      expect(rect[0]).toBeGreaterThanOrEqual(frame[0]);
      expect(rect[1] + rect[3]).toBeLessThanOrEqual(frame[1] + frame[3]);
    }
  }
  expect(scaleBar(frame, 1e-5)).toEqual([]);
  expect(scaleBarStep(frame, 1e-5)).toBeNull();
});

test("made in bands it is the same as made at once, in 8 bits and floats; outside it nothing changes", () => {
  const step = scaleBarStep(frame, 0.01)!;
  const [width, height, scale] = [500, 300, 0.5];
  const whole = (data: Uint8Array | Float32Array, y: number, rows: number): Raster =>
    ({ data, width, height: rows, channels: 3, y }) as never;
  const grey = new Uint8Array(width * height * 3).fill(120);
  const out = new Uint8Array(grey.length);
  step.run(whole(grey, 0, height), out, { x: frame[0], y: frame[1], scale });
  expect(out.some((v) => v === 255)).toBe(true);
  expect(out.some((v) => v < 30)).toBe(true);
  expect(out.slice(0, width * 3 * 200).every((v) => v === 120)).toBe(true);
  const banded = new Uint8Array(grey.length);
  for (let y = 0; y < height; y += 64) {
    const rows = Math.min(64, height - y);
    const part = new Uint8Array(width * rows * 3);
    step.run(whole(grey.slice(0, part.length), y, rows), part, { x: frame[0], y: frame[1] + y / scale, scale });
    banded.set(part, y * width * 3);
  }
  expect(banded).toEqual(out);
  const light = new Float32Array(width * height * 3).fill(0.5);
  const floats = new Float32Array(light.length);
  step.run(whole(light, 0, height), floats, { x: frame[0], y: frame[1], scale });
  expect(floats.reduce((a, b) => Math.max(a, b))).toBe(1);
});
