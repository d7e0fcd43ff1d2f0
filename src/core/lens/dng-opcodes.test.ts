import { distortNormalised } from "./brown-conrady";
import { readOpcodes, profileFromOpcodes } from "./dng-opcodes";
import { opcodeList } from "./dng-opcodes.testing";
import { readProfile } from "./profile";
import { lightKept } from "./vignetting";

const SIZE = [3000, 2000] as const;
const about = { camera: "Harrow K3", lens: "Quarl 24 mm", focalMm: 24, aperture: 8 };

/** DNG's own formula: where a place of the ideal picture is recorded, pixels. */
function warped(kr: readonly number[], kt: readonly number[], [cx, cy]: readonly number[], x: number, y: number) {
  const [px, py] = [cx! * SIZE[0], cy! * SIZE[1]];
  const m = Math.hypot(Math.max(px, SIZE[0] - px), Math.max(py, SIZE[1] - py));
  const [dx, dy] = [(x - px) / m, (y - py) / m];
  const s = dx * dx + dy * dy;
  const f = kr[0]! + s * (kr[1]! + s * (kr[2]! + s * kr[3]!));
  const tx = 2 * kt[0]! * dx * dy + kt[1]! * (s + 2 * dx * dx);
  const ty = 2 * kt[1]! * dx * dy + kt[0]! * (s + 2 * dy * dy);
  return [px + m * (f * dx + tx), py + m * (f * dy + ty)];
}

test("a rectilinear warp becomes a profile that records every place where DNG's formula does", () => {
  const kr = [1.02, -0.08, 0.02, -0.004];
  const kt = [0.0006, -0.0004];
  const centre = [0.504, 0.497];
  const opcodes = readOpcodes(
    opcodeList({ id: 9, numbers: [1, 2] }, { id: 1, planes: 1, numbers: [...kr, ...kt, ...centre] }),
  );
  expect(opcodes).toHaveLength(1);
  const profile = readProfile(JSON.parse(JSON.stringify(profileFromOpcodes(opcodes, SIZE, about))));
  expect(profile.name).toBe("The camera's own, in the file: Quarl 24 mm");
  const [{ k, p, centre: off }] = profile.distortion as [(typeof profile.distortion)[number]];
  const unit = Math.hypot(...SIZE) / 2;
  for (const [x, y] of [
    [100, 80],
    [2900, 1900],
    [1500, 300],
    [700, 1200],
  ] as const) {
    const [wx, wy] = warped(kr, kt, centre, x, y);
    // The ideal picture is kr0 times as large about the centre.
    const [cx, cy] = [SIZE[0] / 2 + off[0] * unit, SIZE[1] / 2 + off[1] * unit];
    const [dx, dy] = distortNormalised({ k, p }, ((x - cx) * kr[0]!) / unit, ((y - cy) * kr[0]!) / unit);
    expect(Math.hypot(cx + dx * unit - wx!, cy + dy * unit - wy!)).toBeLessThan(1e-6);
  }
});

test("planes of their own are fringes, and a gain is the light that was lost", () => {
  const plane = (a: number, b: number): number[] => [a, b, 0, 0, 0, 0];
  const numbers = [...plane(1.0004, -0.05), ...plane(1, -0.05), ...plane(0.9994, -0.0503), 0.5, 0.5];
  const gain = [0.4, 0.1, 0.02, 0, 0];
  const opcodes = readOpcodes(opcodeList({ id: 1, planes: 3, numbers }, { id: 3, numbers: [...gain, 0.5, 0.5] }));
  const profile = profileFromOpcodes(opcodes, SIZE, about)!;
  const [fringe] = profile.fringes;
  for (const r of [0.3, 0.6, 1]) {
    expect(fringe!.red[0] + fringe!.red[1] * r * r).toBeCloseTo(0.0004 / (1 - 0.05 * r * r), 5);
    const blue = (0.9994 - 0.0503 * r * r) / (1 - 0.05 * r * r) - 1;
    expect(fringe!.blue[0] + fringe!.blue[1] * r * r).toBeCloseTo(blue, 5);
    const g = 1 + 0.4 * r ** 2 + 0.1 * r ** 4 + 0.02 * r ** 6;
    expect(lightKept(profile.vignetting[0]!.v, r)).toBeCloseTo(1 / g, 2);
  }
});

test("a fisheye keeps its terms over the angle", () => {
  const profile = profileFromOpcodes(
    readOpcodes(opcodeList({ id: 2, planes: 1, numbers: [0.7, -0.014, 0.007, 0, 0.5, 0.5] })),
    SIZE,
    about,
  )!;
  expect(profile.model).toBe("equidistant");
  profile.distortion[0]!.k.forEach((v, i) => expect(v).toBeCloseTo([-0.02, 0.01, 0][i]!, 12));
});

test("what does not hold together gives none", () => {
  const good = opcodeList({ id: 1, planes: 1, numbers: [1, 0, 0, 0, 0, 0, 0.5, 0.5] });
  expect(readOpcodes(good)).toHaveLength(1);
  for (let cut = 0; cut < good.length; cut += 7) expect(readOpcodes(good.subarray(0, cut))).toEqual([]);
  expect(readOpcodes(opcodeList({ id: 1, planes: 9, numbers: [1] }))).toEqual([]);
  expect(readOpcodes(opcodeList({ id: 1, planes: 1, numbers: [NaN, 0, 0, 0, 0, 0, 0.5, 0.5] }))).toEqual([]);
  expect(profileFromOpcodes([], SIZE, about)).toBeNull();
  const flat = readOpcodes(opcodeList({ id: 1, planes: 1, numbers: [0, 0, 0, 0, 0, 0, 0.5, 0.5] }));
  expect(profileFromOpcodes(flat, SIZE, about)).toBeNull();
});
