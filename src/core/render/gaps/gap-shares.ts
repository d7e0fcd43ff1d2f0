import { type Side, SIDES, choiceFor, gapSide, insideSide, outlineShare } from "../../edges";
import { type Rect, type Vec2, bounds } from "../../geometry";
import type { CompiledMap } from "../map/compile";
import type { SettledRecipe } from "../solved/settled";
import { sideAt } from "./gaps";
import { lightOfHex } from "../../course";

/** What is done beyond one side. */
export interface SideWork {
  readonly side: Side;
  readonly do: "fill" | "plain";
  readonly light: readonly number[];
  /** Recorded pixels of the photo's border that are made anew. */
  readonly reach: number;
}

/** What a recipe makes beyond each side; sides where it makes nothing are left out. */
const worksOf = ({ edges }: SettledRecipe): SideWork[] =>
  SIDES.flatMap((side): SideWork[] => {
    const { do: what, plain } = choiceFor(edges, side);
    if (what !== "fill" && what !== "plain") return [];
    return [{ side, do: what, light: lightOfHex(plain), reach: what === "fill" ? (edges.reach ?? 0) : 0 }];
  });

/** How wide the rim of what is taken out is, pixels of the original. */
const OUT_RIM = 2;

/** The outlines of what is taken out with the gaps. */
const outAreas = ({ edges }: SettledRecipe): (readonly Vec2[])[] =>
  (edges.sources ?? []).filter((s) => s.on && s.use === "out").map((s) => s.points);

/** How much of each place is made because it lies in a gap, or on the photo's border that is made anew with one. */
export class GapShares {
  readonly works: readonly SideWork[];
  /** Furthest that anything of the photo is made anew, recorded pixels. */
  readonly reach: number;
  /** What fills, where anything does. */
  private readonly filled: SideWork | null;
  /** What the place last asked for is made by; null where nothing is made. */
  of: SideWork | null = null;
  private readonly scratch = new Float64Array(3);
  /** Areas of the photo that are made anew with what is filled: how much of a place they cover. */
  private readonly out: readonly ((x: number, y: number) => number)[];
  /** What encloses them, pixels of the plane. */
  readonly outBoxes: readonly Rect[];

  constructor(
    private readonly map: CompiledMap,
    recipe: SettledRecipe,
    /** Delivered pixels to one of the plane. */
    private readonly scale: number,
  ) {
    this.works = worksOf(recipe);
    this.reach = Math.max(0, ...this.works.map((w) => w.reach));
    this.filled = this.works.find((w) => w.do === "fill") ?? null;
    const areas = this.filled ? outAreas(recipe) : [];
    this.out = areas.map((points) => outlineShare(points, OUT_RIM));
    this.outBoxes = areas.flatMap((points) => {
      const placed = points.map((p) => map.fromRecorded(p)).filter((p) => p !== null);
      return placed.length > 0 ? [bounds(placed)] : [];
    });
  }

  /**
   * How much of a place is made: all of it in a gap, some over the photo's border; see `of`.
   *
   * @param px, py pixels of the plane. @param recorded the same place as it was recorded, and its margin.
   * @param shrinkX, shrinkY recorded pixels to a delivered one.
   */
  at(px: number, py: number, recorded: Float64Array, shrinkX: number, shrinkY: number): number {
    const { map, works } = this;
    this.of = null;
    const x = recorded[0]!;
    const y = recorded[1]!;
    const seen = recorded[2]! > 0;
    if (!seen || x < 0 || y < 0 || x > map.size[0] || y > map.size[1]) {
      const side = seen ? gapSide(map.size, x, y) : sideAt(map, px, py, this.scratch);
      const of = works.find((w) => w.side === side) ?? null;
      this.of = of;
      if (!of || !seen || of.reach > 0) return of ? 1 : 0;
      return Math.min(1, 0.5 - insideSide(map.size, of.side, x, y) / across(of.side, shrinkX, shrinkY));
    }
    let most = 0;
    for (const share of this.out) {
      const covered = share(x, y);
      if (covered <= most) continue;
      most = covered;
      this.of = this.filled;
    }
    for (const work of works) {
      const inside = insideSide(map.size, work.side, x, y);
      const shrink = across(work.side, shrinkX, shrinkY);
      if (inside > Math.max(work.reach, shrink)) continue;
      // Half of what is made anew fades into the photo; without it half a pixel does, as at any border of a photo.
      const share = work.reach > 2 * shrink ? Math.min(1, 2 - (2 * inside) / work.reach) : 0.5 - inside / shrink;
      if (share <= most || !this.goesOn(px, py, work)) continue;
      most = share;
      this.of = work;
    }
    return most;
  }

  /** Whether the frame goes on beyond a side near a place inside it: only there is anything made anew. */
  private goesOn(px: number, py: number, work: SideWork): boolean {
    const far = 2 * work.reach + 2 / this.scale;
    const x = px + (work.side === "left" ? -far : work.side === "right" ? far : 0);
    const y = py + (work.side === "top" ? -far : work.side === "bottom" ? far : 0);
    const [fx, fy, fw, fh] = this.map.frame;
    return x > fx && y > fy && x < fx + fw && y < fy + fh;
  }
}

/** Recorded pixels to a delivered one, across a side. */
const across = (side: Side, shrinkX: number, shrinkY: number): number =>
  Math.max(1e-6, side === "left" || side === "right" ? shrinkX : shrinkY);
