import type { LensProfile } from "@/core/lens";
import { type RecordedLens, quarlWide, quarlZoom } from "./quarl";

/** The profiles the demo ships: the zoom as if measured at five focal lengths, the wide prime at its one. */
const digits = (numbers: readonly number[], n = 6): number[] => numbers.map((v) => Number(v.toFixed(n)));

function entries(lens: RecordedLens): Pick<LensProfile, "distortion" | "fringes" | "vignetting"> {
  const { focalMm, k, p, offCentre, fringes, vignetting } = lens;
  const triple = (v: readonly number[]): [number, number, number] => digits(v) as [number, number, number];
  const pair = (v: readonly number[]): [number, number] => digits(v) as [number, number];
  return {
    distortion: [{ focalMm, focusM: null, k: triple(k), p: pair(p), centre: pair(offCentre) }],
    fringes: [{ focalMm, red: pair(fringes.red), blue: pair(fringes.blue) }],
    // Stopped down, the fall-off that is left belongs to the angle of view; wide open there is more of it.
    vignetting: [
      { focalMm, aperture: 4, v: triple(vignetting.map((v) => v * 1.25)) },
      { focalMm, aperture: 8, v: triple(vignetting) },
    ],
  };
}

function profileOf(name: string, lens: string, measured: readonly RecordedLens[]): LensProfile {
  const all = measured.map(entries);
  return {
    format: "flat-stone-lens",
    version: 1,
    name,
    lens: [lens],
    camera: ["Harrow K3"],
    sensor: { width: 36, height: 24 },
    model: "brown-conrady",
    distortion: all.flatMap((e) => e.distortion),
    fringes: all.flatMap((e) => e.fringes),
    vignetting: all.flatMap((e) => e.vignetting),
    notes: "A lens that does not exist, measured for the demo.",
  };
}

export const demoProfiles: readonly LensProfile[] = [
  profileOf("Quarl 16–35", "Quarl 16-35 mm", [16, 20, 24, 28, 35].map(quarlZoom)),
  profileOf("Quarl 14", "Quarl 14 mm", [quarlWide]),
];
