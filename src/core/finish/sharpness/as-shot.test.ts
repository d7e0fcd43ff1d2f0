import { normalFrom, randomFrom } from "../../testing";
import { USUAL_BLUR, asShot } from "..";

/** Squares, a little turned, as a lens of some blur shows them, with noise: bytes. */
function squares(blur: number, noise: number, seed = 3): { data: Uint8Array; width: number; height: number } {
  const [width, height] = [420, 300];
  const random = normalFrom(randomFrom(seed));
  const wave = (t: number): number => {
    // A square wave of period 80, its edges blurred: a sum over the two next edges.
    const at = ((t % 80) + 80) % 80;
    const rise = (d: number): number => 1 / (1 + Math.exp((-1.702 * d) / blur));
    return rise(at - 20) - rise(at - 60);
  };
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x + 0.06 * y, y - 0.06 * x];
      const light = 60 + 120 * wave(u) * wave(v);
      data[y * width + x] = Math.max(0, Math.min(255, Math.round(light + 255 * noise * random())));
    }
  return { data, width, height };
}

test.each([0.5, 0.7, 1, 1.5])("a blur of %f px is told within an eighth, with noise as well", (blur) => {
  for (const noise of [0, 0.006]) expect(Math.abs(asShot(squares(blur, noise)).blur / blur - 1)).toBeLessThan(0.125);
});

test.each([0.003, 0.008, 0.02])("noise of %f is told within a quarter", (noise) => {
  expect(Math.abs(asShot(squares(0.8, noise)).noise / noise - 1)).toBeLessThan(0.25);
});

test("what shows no edges is taken as usual, and nothing falls over", () => {
  const plain = asShot({ data: new Uint8Array(10_000).fill(90), width: 100, height: 100 });
  expect(plain).toMatchObject({ blur: USUAL_BLUR, edges: 0 });
  expect(plain.noise).toBeGreaterThan(0);
  expect(asShot({ data: [], width: 0, height: 0 }).blur).toBe(USUAL_BLUR);
});
