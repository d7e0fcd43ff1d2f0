import { Matrix, solve } from "ml-matrix";
import { randomFrom } from "../../testing";
import { relax } from "./relax";
import { sumDifferences, sumsFor } from "./differences";
import { carried, shiftBetween } from "./carry";
import type { Field } from "./field";
import { OTHER, readField } from "./patch";

const [WIDTH, HEIGHT] = [14, 11];

test("relaxing comes to what solving the system directly does", () => {
  const random = randomFrom(3);
  // An uneven island of pixels; values are held all around it.
  const pixels = Int32Array.from(
    Array.from({ length: WIDTH * HEIGHT }, (_, i) => i).filter((i) => {
      const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
      return Math.hypot(x - 6, y - 5) < 4.5 && !(x === 7 && y > 6);
    }),
  );
  const index = new Map([...pixels].map((i, k) => [i, k]));
  const n = pixels.length;
  const fixed = Float64Array.from({ length: 3 * n }, () => random() * 2);
  const share = Float64Array.from({ length: n }, () => 1 / (4 + 0.2 * random()));
  const values = new Float64Array(3 * n);
  relax({ width: WIDTH, height: HEIGHT, pixels, share, fixed, deepest: 60 }, values);
  const system = Matrix.zeros(n, n);
  pixels.forEach((i, k) => {
    system.set(k, k, 1 / share[k]!);
    for (const j of [i - 1, i + 1, i - WIDTH, i + WIDTH]) {
      const other = index.get(j);
      if (other !== undefined) system.set(k, other, -1);
    }
  });
  for (let c = 0; c < 3; c++) {
    const wanted = solve(system, Matrix.columnVector([...pixels].map((_, k) => fixed[3 * k + c]!)));
    let worst = 0;
    for (let k = 0; k < n; k++) worst = Math.max(worst, Math.abs(wanted.get(k, 0) - values[3 * k + c]!));
    expect(worst).toBeLessThan(1e-3);
  }
});

test("a pixel that nothing weighs on stays as it is", () => {
  const values = Float64Array.from([1, 2, 3]);
  const one = { pixels: Int32Array.of(5), share: Float64Array.of(0), fixed: new Float64Array(3) };
  relax({ width: WIDTH, height: HEIGHT, ...one, deepest: 1 }, values);
  expect([...values]).toEqual([1, 2, 3]);
});

test("differences summed by the row are those of one place after the other, on every plane", () => {
  const random = randomFrom(8);
  const [width, height] = [40, 30];
  const count = width * height;
  const field: Field = {
    width,
    height,
    data: Float32Array.from({ length: 3 * count }, () => random()),
    known: Uint8Array.from({ length: count }, () => (random() < 0.9 ? 1 : 0)),
    wanted: new Uint8Array(count),
    source: Uint8Array.from({ length: count }, () => (random() < 0.95 ? 1 : 0)),
    focal: [35, 33],
    centre: [18, 16],
  };
  const at = new Float64Array(6);
  const colour = new Float64Array(3);
  for (const normal of [
    [0, 0, 1],
    [0, 1, 0],
    [0.8, 0, 0.6],
  ] as const) {
    const shift = shiftBetween(field, normal, [12.5, 22.5], [20.2, 25.9])!;
    const sums = sumsFor(field);
    sumDifferences(field, shift, field.known, sums);
    const plain = [0, 0, 0, 0, 0];
    for (let i = 0; i < count; i++) {
      if (!field.known[i] || !carried(field, shift, (i % width) + 0.5, Math.floor(i / width) + 0.5, at)) continue;
      if (!readField(field, at[0]!, at[1]!, colour)) continue;
      const off = [0, 1, 2].map((c) => colour[c]! - field.data[3 * i + c]!);
      const squares = off.reduce((sum, v) => sum + v * v, 0);
      plain[0]! += 1;
      plain[1]! += Math.min(OTHER, squares);
      if (squares <= OTHER) for (let c = 0; c < 3; c++) plain[2 + c]! += off[c]!;
    }
    expect(plain[0]).toBeGreaterThan(100);
    sums.forEach((sum, k) => expect(sum.at(-1)).toBeCloseTo(plain[k]!, 6));
  }
});
