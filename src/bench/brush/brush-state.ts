import { create } from "zustand";
import { versionState } from "@/client/version-state";
import { HARDNESS, type StrokeKind, type StrokeLock, type StrokePlane } from "@/core/edges";
import type { Size, Vec2 } from "@/core/geometry";

/** A stroke under the pointer; its points are pixels of the original. */
export interface RunningStroke {
  readonly kind: StrokeKind | "dab";
  readonly points: readonly Vec2[];
  readonly press: readonly number[];
}

/** How the brushes are set, in this window. It is no part of the recipe: each stroke keeps what it was made with. */
interface BrushSettings {
  readonly hardness: number;
  readonly strength: number;
  readonly aligned: boolean;
  readonly along: StrokePlane;
  readonly lock: StrokeLock | null;
  /** Whether the copy's light is matched to what is around it. */
  readonly matched: boolean;
}

/** The brushes on the open photo. */
interface BrushState {
  /** Pixels of the original; null: what suits the photo. */
  readonly radius: number | null;
  readonly dabRadius: number | null;
  /** Where a graft copies from, pixels of the original; null before it is chosen. */
  readonly source: Vec2 | null;
  /** Where the first stroke since began: an aligned graft keeps its distance from there. */
  readonly first: Vec2 | null;
  readonly running: RunningStroke | null;
  /** Where the pointer is on the photo, pixels of the original. */
  readonly at: Vec2 | null;
}

export const useBrushSettings = create<BrushSettings>()(() => ({
  hardness: HARDNESS,
  strength: 1,
  aligned: true,
  along: "picture",
  lock: null,
  matched: true,
}));

export const useBrush = versionState("brush", (): BrushState => ({
  radius: null,
  dabRadius: null,
  source: null,
  first: null,
  running: null,
  at: null,
}));

/** A brush's radius before anyone has set it, as a share of the photo's longer side; and the smallest and largest there are. */
const STANDARD = { stroke: 0.012, dab: 0.06 } as const;
const LEAST_PX = 1.5;
const MOST = 0.25;

/** A brush of one kind: strokes that mend or graft, or dabs of light. */
export type BrushKind = keyof typeof STANDARD;

export const radiusFor = (radius: number | null, size: Size, kind: BrushKind = "stroke"): number =>
  radius ?? STANDARD[kind] * Math.max(...size);

/** The radius of the brush of a kind as it is set, pixels of the original. */
export const radiusOf = (
  { radius, dabRadius }: Pick<BrushState, "radius" | "dabRadius">,
  size: Size,
  kind: BrushKind,
) => radiusFor(kind === "dab" ? dabRadius : radius, size, kind);

/** A brush made larger or smaller. */
export function resized(factor: number, size: Size, kind: BrushKind = "stroke"): void {
  useBrush.setState((set) => {
    const radius = Math.min(MOST * Math.max(...size), Math.max(LEAST_PX, radiusOf(set, size, kind) * factor));
    return kind === "dab" ? { dabRadius: radius } : { radius };
  });
}

/** A brush or stroke that does less than this does nothing that is seen. */
export const LEAST_STRENGTH = 0.05;

const held = (v: number): number => Math.round(100 * Math.min(1, Math.max(0, v))) / 100;

export const hardened = (by: number): void =>
  useBrushSettings.setState(({ hardness }) => ({ hardness: held(hardness + by) }));

/** The brush less strong by a fifth; after the weakest comes the strongest. */
export const weakened = (): void =>
  useBrushSettings.setState(({ strength }) => ({ strength: strength < 0.3 ? 1 : held(strength - 0.2) }));

/** The place that grafts copy from is another one. */
export const sourceAt = (source: Vec2): void => useBrush.setState({ source, first: null });
