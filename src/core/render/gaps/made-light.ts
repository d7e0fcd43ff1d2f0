import type { Raster } from "../../course";
import { StrokeArea } from "../../edges";
import type { Below } from "./below";
import type { EdgeJob, PlacedPlan } from "./edge-job";
import { FillReader, type ReadLight, lightReader } from "./fill-reader";
import { GapShares } from "./gap-shares";
import { meet } from "./stroke-boxes";

/**
 * The picture as it is made so far: the photo, its gaps, and strokes one upon the other. A place that is copied from a place that
 * was itself made is followed to where that came from, so that nothing is resampled twice.
 */
export class MadeLight {
  readonly gaps: GapShares;
  readonly read: ReadLight;
  readonly areas: readonly StrokeArea[];
  private readonly readers = new Map<PlacedPlan, FillReader>();
  private readonly below = new Map<number, Below>();

  constructor(
    source: Raster,
    private readonly job: EdgeJob,
  ) {
    this.gaps = new GapShares(job.map, job.recipe, job.map.output[0] / job.map.frame[2]);
    this.read = lightReader(source, job);
    this.areas = job.strokes.map(({ stroke }) => new StrokeArea(stroke));
  }

  /** What lies beneath a stroke; beneath all of them at their number. */
  upTo(level: number): Below {
    const kept = this.below.get(level);
    if (kept) return kept;
    const made: Below = {
      touches: (x0, y0, x1, y1) => this.touches(level, x0, y0, x1, y1),
      at: (x, y, shrinkX, shrinkY, out) => this.lightAt(level, x, y, shrinkX, shrinkY, out),
    };
    this.below.set(level, made);
    return made;
  }

  private touches(level: number, x0: number, y0: number, x1: number, y1: number): boolean {
    const { map, strokes } = this.job;
    for (let k = 0; k < level; k++) {
      const [x, y, w, h] = strokes[k]!.box;
      if (x0 < x + w && x1 > x && y0 < y + h && y1 > y) return true;
    }
    if (this.gaps.outBoxes.some((box) => meet(box, [x0, y0, x1 - x0, y1 - y0]))) return true;
    const near = Math.max(2, this.gaps.reach);
    const out = new Float64Array(3);
    for (const [px, py] of [
      [x0, y0],
      [x1, y0],
      [x0, y1],
      [x1, y1],
    ] as const) {
      map.toRecorded(px, py, out);
      if (
        !(
          out[2]! > 0 &&
          out[0]! > near &&
          out[1]! > near &&
          out[0]! < map.size[0] - near &&
          out[1]! < map.size[1] - near
        )
      )
        return true;
    }
    return false;
  }

  private lightAt(level: number, x: number, y: number, shrinkX: number, shrinkY: number, out: Float64Array): boolean {
    const { map, strokes, fill } = this.job;
    const recorded = new Float64Array(3);
    map.toRecorded(x, y, recorded);
    const seen = recorded[2]! > 0;
    for (let k = level - 1; seen && k >= 0; k--) {
      const [bx, by, bw, bh] = strokes[k]!.box;
      if (x < bx || y < by || x > bx + bw || y > by + bh) continue;
      const share = this.areas[k]!.share(recorded[0]!, recorded[1]!);
      if (share <= 0) continue;
      const copy = new Float64Array(3);
      if (!this.copyAt(k, x, y, shrinkX, shrinkY, copy)) continue;
      if (share < 1 && this.lightAt(k, x, y, shrinkX, shrinkY, out))
        for (let c = 0; c < 3; c++) out[c] = share * copy[c]! + (1 - share) * out[c]!;
      else out.set(copy);
      return true;
    }
    const share = this.gaps.at(x, y, recorded, shrinkX, shrinkY);
    const work = this.gaps.of;
    const covered =
      seen && recorded[0]! >= 0 && recorded[1]! >= 0 && recorded[0]! <= map.size[0] && recorded[1]! <= map.size[1];
    if (share <= 0 || !work) {
      if (covered) this.read(recorded[0]!, recorded[1]!, shrinkX, shrinkY, out);
      return covered;
    }
    if (work.do === "plain") out.set(work.light);
    else if (!fill || !this.direct(fill, null, shrinkX, shrinkY).makeAt(x, y, out)) return false;
    if (share >= 1 || !covered) return true;
    const photo = new Float64Array(3);
    this.read(recorded[0]!, recorded[1]!, shrinkX, shrinkY, photo);
    for (let c = 0; c < 3; c++) out[c] = share * out[c]! + (1 - share) * photo[c]!;
    return true;
  }

  /** What a stroke copies to a place; false where it has nothing. */
  private copyAt(k: number, x: number, y: number, shrinkX: number, shrinkY: number, out: Float64Array): boolean {
    const { parts } = this.job.strokes[k]!;
    for (const sure of [true, false])
      for (const part of parts) {
        const reader = this.direct(part, this.upTo(k), shrinkX, shrinkY);
        if ((!sure || reader.hasAt(x, y)) && reader.makeAt(x, y, out)) return true;
      }
    return false;
  }

  private direct(placed: PlacedPlan, below: Below | null, shrinkX: number, shrinkY: number): FillReader {
    let reader = this.readers.get(placed);
    if (!reader) this.readers.set(placed, (reader = new FillReader(this.job.map, placed, this.read, below)));
    reader.still(shrinkX, shrinkY);
    return reader;
  }
}
