import type { Field } from "./field";

/** A field painted by formula: its truth, and what is known of it. @param paint colours 0…1 at a pixel's middle. */
export function paintedField(
  [width, height]: readonly [number, number],
  paint: (x: number, y: number) => readonly [number, number, number],
  isGap: (x: number, y: number) => boolean,
): { field: Field; truth: Float32Array } {
  const n = width * height;
  const truth = new Float32Array(3 * n);
  for (let i = 0; i < n; i++) truth.set(paint((i % width) + 0.5, Math.floor(i / width) + 0.5), 3 * i);
  const wanted = Uint8Array.from({ length: n }, (_, i) => (isGap(i % width, Math.floor(i / width)) ? 1 : 0));
  const known = wanted.map((v) => 1 - v);
  const data = truth.map((v, j) => (known[Math.floor(j / 3)] ? v : 0));
  const field: Field = {
    ...{ width, height, data, known, wanted, source: known },
    focal: [width, width],
    centre: [width / 2, height / 2],
  };
  return { field, truth };
}
