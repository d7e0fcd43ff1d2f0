import { type LensProfile, PROFILE_FORMAT, PROFILE_VERSION } from "./profile/schema";

/** One plane's warp: radial kr0 … kr3 and tangential kt0, kt1; of a fisheye kr0 … kr3 over the angle, and no more. */
export interface PlaneWarp {
  readonly radial: readonly [number, number, number, number];
  readonly tangential: readonly [number, number];
}

/** What a DNG says of its lens ("Digital Negative Specification" 1.7, chapter 7). Centres 0…1 across the picture. */
export type Opcode =
  | {
      readonly kind: "rectilinear" | "fisheye";
      /** One for all planes, or one each for red, green and blue. */
      readonly planes: readonly PlaneWarp[];
      readonly centre: readonly [number, number];
    }
  | {
      readonly kind: "vignette";
      /** Gain 1 + k0 r² + k1 r⁴ + … + k4 r¹⁰. */
      readonly gain: readonly number[];
      readonly centre: readonly [number, number];
    };

const WARP_RECTILINEAR = 1;
const WARP_FISHEYE = 2;
const FIX_VIGNETTE = 3;
const MOST_OPCODES = 64;

/** The opcodes of a list that are about the lens; others are passed over. What does not hold together gives none. */
export function readOpcodes(bytes: Uint8Array): Opcode[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const found: Opcode[] = [];
  if (view.byteLength < 4) return found;
  // Always big-endian, whatever the file is.
  const count = Math.min(MOST_OPCODES, view.getUint32(0));
  let at = 4;
  for (let n = 0; n < count && at + 16 <= view.byteLength; n++) {
    const [id, length] = [view.getUint32(at), view.getUint32(at + 12)];
    const from = at + 16;
    if (from + length > view.byteLength) break;
    const opcode = opcodeOf(id, new DataView(bytes.buffer, bytes.byteOffset + from, length));
    if (opcode) found.push(opcode);
    at = from + length;
  }
  return found;
}

function opcodeOf(id: number, data: DataView): Opcode | null {
  const numbers = (from: number, count: number): number[] | null => {
    if (from + 8 * count > data.byteLength) return null;
    const all = Array.from({ length: count }, (_, i) => data.getFloat64(from + 8 * i));
    return all.every(Number.isFinite) ? all : null;
  };
  if (id === FIX_VIGNETTE) {
    const all = numbers(0, 7);
    return all && { kind: "vignette", gain: all.slice(0, 5), centre: [all[5]!, all[6]!] };
  }
  if (id !== WARP_RECTILINEAR && id !== WARP_FISHEYE) return null;
  if (data.byteLength < 4) return null;
  const planes = data.getUint32(0);
  const each = id === WARP_RECTILINEAR ? 6 : 4;
  if (planes < 1 || planes > 4) return null;
  const all = numbers(4, planes * each + 2);
  if (!all) return null;
  return {
    kind: id === WARP_RECTILINEAR ? "rectilinear" : "fisheye",
    planes: Array.from({ length: planes }, (_, p): PlaneWarp => {
      const [a, b, c, d, t0 = 0, t1 = 0] = all.slice(p * each, (p + 1) * each);
      return { radial: [a!, b!, c!, d!], tangential: [t0, t1] };
    }),
    centre: [all[planes * each]!, all[planes * each + 1]!],
  };
}

/** What the profile is to be called and fit. */
export interface OpcodesAbout {
  readonly camera: string | null;
  readonly lens: string | null;
  readonly focalMm: number | null;
  readonly aperture: number | null;
}

/**
 * The lens that a DNG's opcodes describe, as a profile for that photo: "the camera's own, in the file".
 *
 * DNG's radii are in units of the largest distance from the centre to a corner, and kr0 scales the ideal picture; with
 * r′ = kr0 r the warp is r_d = r′ (1 + kr1/kr0³ r′² + kr2/kr0⁵ r′⁴ + kr3/kr0⁷ r′⁶), which is ours in half diagonals.
 *
 * @param size as stored, pixels. @returns null where there is nothing about the lens, or it makes no sense.
 */
export function profileFromOpcodes(
  opcodes: readonly Opcode[],
  [width, height]: readonly [number, number],
  about: OpcodesAbout,
): LensProfile | null {
  const warp = opcodes.find((o) => o.kind !== "vignette");
  const vignette = opcodes.find((o) => o.kind === "vignette");
  const middle = warp ?? vignette;
  if (!middle) return null;
  const half = Math.hypot(width, height) / 2;
  const per = half / farthest(middle.centre, width, height);
  const focalMm = about.focalMm ?? FOCAL;
  const green = warp && (warp.planes.length >= 3 ? warp.planes[1]! : warp.planes[0]!);
  const k = green ? termsOf(warp.kind, green, per) : ([0, 0, 0] as const);
  if (!k) return null;
  const scale = green?.radial[0] ?? 1;
  const p = green && warp.kind === "rectilinear" ? green.tangential.map((t) => (t / scale ** 2) * per || 0) : [0, 0];
  return {
    format: PROFILE_FORMAT,
    version: PROFILE_VERSION,
    name: `The camera's own, in the file${about.lens ? `: ${about.lens}` : ""}`,
    lens: about.lens ? [about.lens] : [],
    camera: about.camera ? [about.camera] : [],
    sensor: { width: 36, height: (36 * Math.min(width, height)) / Math.max(width, height) },
    model: warp?.kind === "fisheye" ? "equidistant" : "brown-conrady",
    distortion: [
      {
        focalMm,
        focusM: null,
        k: [k[0], k[1], k[2]],
        p: [p[0]!, p[1]!],
        centre: [((middle.centre[0] - 0.5) * width) / half, ((middle.centre[1] - 0.5) * height) / half],
      },
    ],
    fringes:
      warp && warp.kind === "rectilinear" && warp.planes.length >= 3
        ? [{ focalMm, ...fringesOf(warp.planes, per) }]
        : [],
    vignetting:
      vignette && about.aperture ? [{ focalMm, aperture: about.aperture, v: lightOf(vignette.gain, per) }] : [],
    notes: "Read from the photo itself: its DNG opcodes.",
  };
}

/** Stands for a focal length that the photo does not record: the profile is for this photo alone. */
const FOCAL = 24;

const farthest = ([cx, cy]: readonly [number, number], w: number, h: number): number =>
  Math.hypot(Math.max(cx, 1 - cx) * w, Math.max(cy, 1 - cy) * h);

/** A plane's radial terms as ours; `per` is the half diagonal over DNG's unit. */
function termsOf(kind: "rectilinear" | "fisheye", { radial: [a, b, c, d] }: PlaneWarp, per: number) {
  if (!(a > 0.2 && a < 5)) return null;
  if (kind === "fisheye") return [b / a, c / a, d / a] as const;
  return [(b / a ** 3) * per ** 2, (c / a ** 5) * per ** 4, (d / a ** 7) * per ** 6] as const;
}

const FITTED_AT = [0.3, 0.5, 0.7, 0.85, 1];

/** Red and blue over green as 1 + a + b r², by least squares over the picture. */
function fringesOf(planes: readonly PlaneWarp[], per: number): { red: [number, number]; blue: [number, number] } {
  const factor = ({ radial: [a, b, c, d] }: PlaneWarp, r: number): number => {
    const s = (r * per) ** 2;
    return a + s * (b + s * (c + s * d));
  };
  const fitted = (plane: PlaneWarp): [number, number] => {
    const seen = FITTED_AT.map((r) => [r * r, factor(plane, r) / factor(planes[1]!, r) - 1] as const);
    const n = seen.length;
    const [sx, sy] = seen.reduce(([x, y], [u, v]) => [x + u, y + v], [0, 0]);
    const [xx, xy] = seen.reduce(([x, y], [u, v]) => [x + u * u, y + u * v], [0, 0]);
    const slope = (n * xy - sx * sy) / (n * xx - sx * sx);
    return [(sy - slope * sx) / n, slope];
  };
  return { red: fitted(planes[0]!), blue: fitted(planes[2]!) };
}

/** Light kept, 1 + v1 r² + v2 r⁴ + v3 r⁶, through what the gain says at three radii. */
function lightOf(gain: readonly number[], per: number): [number, number, number] {
  const kept = (s: number): number => {
    const t = s * per * per;
    return 1 / (1 + gain.reduceRight((sum, g) => (sum + g) * t, 0));
  };
  // Newton's divided differences of (kept − 1) / s over s.
  const at = [1 / 3, 2 / 3, 1];
  const y = at.map((s) => (kept(s) - 1) / s);
  const d1 = (y[1]! - y[0]!) / (at[1]! - at[0]!);
  const d2 = ((y[2]! - y[1]!) / (at[2]! - at[1]!) - d1) / (at[2]! - at[0]!);
  return [y[0]! - d1 * at[0]! + d2 * at[0]! * at[1]!, d1 - d2 * (at[0]! + at[1]!), d2];
}
