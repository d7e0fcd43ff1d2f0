export type KernelName = "cubic" | "lanczos3";

/** A resampling kernel: half its width, and its value, both in source pixels at a scale of 1. */
export interface Kernel {
  readonly radius: number;
  at(distance: number): number;
}

/** Catmull–Rom: the cubic with B = 0, C = ½ (Mitchell & Netravali, "Reconstruction Filters in Computer Graphics", 1988). */
const cubic: Kernel = {
  radius: 2,
  at: (distance) => {
    const x = Math.abs(distance);
    if (x >= 2) return 0;
    return x < 1 ? (1.5 * x - 2.5) * x * x + 1 : ((-0.5 * x + 2.5) * x - 4) * x + 2;
  },
};

/** Lanczos with three lobes: sinc(x) · sinc(x / 3). */
const lanczos3: Kernel = {
  radius: 3,
  at: (distance) => {
    const x = Math.abs(distance);
    if (x >= 3) return 0;
    if (x < 1e-9) return 1;
    if (Number.isInteger(x)) return 0;
    const p = Math.PI * x;
    return (3 * Math.sin(p) * Math.sin(p / 3)) / (p * p);
  },
};

export const KERNELS: Readonly<Record<KernelName, Kernel>> = { cubic, lanczos3 };
