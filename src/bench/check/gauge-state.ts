import { versionState } from "@/client/version-state";
import type { Vec2 } from "@/core/geometry";

/** A gauge laid along an edge: places along it, pixels of the original. */
export interface Gauge {
  readonly id: string;
  readonly points: readonly Vec2[];
  /** How well places put by hand lie, pixels of the original; where an edge was followed they tell that themselves. */
  readonly placed: number;
}

/** The readings on the picture. They are looked at, and no part of the recipe; another photo has others. */
export const useGauges = versionState("gauges", (): { readonly gauges: readonly Gauge[] } => ({ gauges: [] }));

const MOST = 30;

export const layGauge = (gauge: Gauge): void =>
  useGauges.setState(({ gauges }) => ({ gauges: [...gauges.slice(1 - MOST), gauge] }));
export const takeGauge = (id: string): void =>
  useGauges.setState(({ gauges }) => ({ gauges: gauges.filter((g) => g.id !== id) }));
export const clearGauges = (): void => useGauges.setState({ gauges: [] });
