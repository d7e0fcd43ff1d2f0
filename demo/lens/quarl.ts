/** The fictional lenses of the demo, as they really are; the profiles shipped with the demo are measured from these. */
export interface RecordedLens {
  readonly name: string | null;
  /** Focal length engraved, mm; the demo's sensor is 36 × 24 mm. */
  readonly focalMm: number;
  /** Brown–Conrady terms, r in half diagonals. */
  readonly k: readonly [number, number, number];
  readonly p: readonly [number, number];
  /** Distortion centre less the middle of the picture, in half diagonals. */
  readonly offCentre: readonly [number, number];
  /** Radius of a channel = radius of green · (1 + a + b r²). */
  readonly fringes: { readonly red: readonly [number, number]; readonly blue: readonly [number, number] };
  /** Light kept: 1 + v1 r² + v2 r⁴ + v3 r⁶, in linear light. */
  readonly vignetting: readonly [number, number, number];
}

/** How far a focal length lies through the zoom, 0 at 16 mm and 1 at 35 mm, on a logarithmic scale. */
const through = (focalMm: number): number => Math.log(focalMm / 16) / Math.log(35 / 16);

/** Quarl 16–35 mm: barrel with a moustache at the short end, a little pincushion at the long one. */
export function quarlZoom(focalMm: number): RecordedLens {
  const t = through(focalMm);
  return {
    name: "Quarl 16-35 mm",
    focalMm,
    k: [-0.0612 + 0.1 * t - 0.0305 * t * t, 0.019 - 0.03 * t + 0.012 * t * t, -0.0035 + 0.004 * t],
    p: [0.00018, -0.00012],
    offCentre: [0.0026, -0.0017],
    fringes: {
      red: [0.00042 - 0.0006 * t, 0.00032 - 0.0001 * t],
      blue: [-0.0006 + 0.0009 * t, -0.00055 + 0.0003 * t],
    },
    vignetting: [-0.42 + 0.2 * t, -0.17 + 0.12 * t, 0.04 - 0.02 * t],
  };
}

/** Quarl 14 mm: strong barrel that turns back towards the corners. */
export const quarlWide: RecordedLens = {
  name: "Quarl 14 mm",
  focalMm: 14,
  k: [-0.0985, 0.0415, -0.009],
  p: [-0.0001, 0.00022],
  offCentre: [-0.0014, 0.0021],
  fringes: { red: [0.0007, 0.0005], blue: [-0.0009, -0.0008] },
  vignetting: [-0.48, -0.2, 0.06],
};

/**
 * The lens of a camera held on its side, in the directions of the picture as displayed: a quarter turn clockwise from
 * the one stored takes what pointed right down, and what pointed down left. Decentring points along (p2, p1).
 */
export function heldOnItsSide(lens: RecordedLens): RecordedLens {
  const [right, down] = lens.offCentre;
  const [p1, p2] = lens.p;
  return { ...lens, offCentre: [-down, right], p: [p2, -p1] };
}

/** Ostrey 21 mm: a prime for buildings that draws straight. */
export const ostreyPrime: RecordedLens = {
  name: "Ostrey 21 mm",
  focalMm: 21,
  k: [0, 0, 0],
  p: [0, 0],
  offCentre: [0, 0],
  fringes: { red: [0, 0], blue: [0, 0] },
  vignetting: [0, 0, 0],
};

/** Focal length in pixels of a picture `size` pixels large, of a lens of `focalMm` over a 36 × 24 mm sensor. */
export const focalPixels = (focalMm: number, size: readonly [number, number]): number =>
  (focalMm / Math.hypot(36, 24)) * Math.hypot(size[0], size[1]);
