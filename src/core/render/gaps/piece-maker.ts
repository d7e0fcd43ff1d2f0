import { type Layer, type Raster, type Samples, colourCount, fromLight, peak } from "../../course";
import type { Rect } from "../../geometry";
import type { EdgeJob } from "./edge-job";
import { FillReader } from "./fill-reader";
import { sideAt } from "./gaps";
import { MadeLight } from "./made-light";
import { RecordedCell, SPAN } from "./recorded-cell";
import { meet } from "./stroke-boxes";

/** Places at which a piece is looked at for whether it has a gap at all, along a side. */
const LOOKS = 9;

/** A stroke with the readers of its parts; its box on the plane, its number among all. */
interface ReadyStroke {
  readonly k: number;
  readonly box: Rect;
  readonly readers: readonly FillReader[];
}

/** Makes gaps and strokes of one picture, piece by piece; see edgeLayers. */
export class PieceMaker {
  private readonly only: number | null;
  private readonly map: EdgeJob["map"];
  /** Pixels of the delivered picture to one of the plane. */
  private readonly scale: number;
  private readonly colours: number;
  private readonly channels: 2 | 4;
  private readonly full: number;
  private readonly whole: boolean;
  /** How large a pixel of the fill's plan is, delivered pixels. */
  private readonly thin: number;
  private readonly light: MadeLight;
  private readonly gaps: MadeLight["gaps"];
  private readonly read: MadeLight["read"];
  private readonly fill: FillReader | null;
  private readonly strokes: readonly ReadyStroke[];
  private readonly cell: RecordedCell;
  /** Where the pixel in hand was recorded, and its margin. */
  private readonly out = new Float64Array(3);
  private readonly photo = new Float64Array(3);
  private readonly made = new Float64Array(3);
  private readonly copy = new Float64Array(3);

  constructor(source: Raster, job: EdgeJob, only: number | null) {
    const { map } = job;
    this.only = only;
    this.map = map;
    this.scale = map.output[0] / map.frame[2];
    this.colours = colourCount(source.channels);
    this.channels = (this.colours + 1) as 2 | 4;
    this.full = peak(source.data);
    this.whole = !(source.data instanceof Float32Array);
    this.thin = job.fill ? (job.fill.at[2] * this.scale) / job.fill.plan.width : 0;
    const light = new MadeLight(source, job);
    this.light = light;
    this.gaps = light.gaps;
    this.read = light.read;
    this.fill = job.fill && new FillReader(map, job.fill, light.read, null);
    this.strokes = job.strokes.map(({ parts, box }, k) => ({
      k,
      box,
      readers: parts.map((placed) => new FillReader(map, placed, light.read, light.upTo(k))),
    }));
    this.cell = new RecordedCell((i, j, to) => map.toRecorded(this.planeX(i), this.planeY(j), to));
  }

  private planeX(i: number): number {
    return this.map.frame[0] + i / this.scale;
  }

  private planeY(j: number): number {
    return this.map.frame[1] + j / this.scale;
  }

  /** Whether any gap of a piece may be made. */
  private hasGap(x: number, y: number, w: number, h: number): boolean {
    const { map, gaps, scale, out } = this;
    if (gaps.works.length === 0) return false;
    const here: Rect = [this.planeX(x), this.planeY(y), w / scale, h / scale];
    if (gaps.outBoxes.some((box) => meet(box, here))) return true;
    const near = Math.max(2, gaps.reach, 2 / scale);
    for (let k = 0; k < LOOKS * LOOKS; k++) {
      const px = this.planeX(x + (w * (k % LOOKS)) / (LOOKS - 1));
      const py = this.planeY(y + (h * Math.floor(k / LOOKS)) / (LOOKS - 1));
      if (sideAt(map, px, py, out) !== null) return true;
      if (out[0]! < near || out[1]! < near || out[0]! > map.size[0] - near || out[1]! > map.size[1] - near) return true;
    }
    return false;
  }

  /** The strokes that come to a rectangle of the delivered picture. */
  private strokesIn(x: number, y: number, w: number, h: number, from = this.strokes): readonly ReadyStroke[] {
    const [x0, y0, x1, y1] = [this.planeX(x), this.planeY(y), this.planeX(x + w), this.planeY(y + h)];
    return from.filter(({ box }) => x0 < box[0] + box[2] && x1 > box[0] && y0 < box[1] + box[3] && y1 > box[1]);
  }

  /** Makes the gap's light of a pixel, mixed with the photo's at its border; false where it stays as it is. */
  private makeGap(i: number, j: number): boolean {
    const { gaps, out, cell, fill, made, photo, read } = this;
    const share = gaps.at(this.planeX(i), this.planeY(j), out, cell.shrinkX, cell.shrinkY);
    const work = gaps.of;
    if (share <= 0 || !work) return false;
    if (work.do === "plain") made.set(work.light);
    else if (!fill || (!fill.make(i, j, made) && !this.madeBeside())) return false;
    if (share >= 1) return true;
    read(out[0]!, out[1]!, cell.shrinkX, cell.shrinkY, photo);
    for (let c = 0; c < 3; c++) made[c] = share * made[c]! + (1 - share) * photo[c]!;
    return true;
  }

  /** Where a gap is thinner than a pixel of the plan it has nothing: there the photo's own border goes on. False further out. */
  private madeBeside(): boolean {
    const { out, map, thin, cell, read, made } = this;
    const [x, y] = [Math.max(0, Math.min(map.size[0], out[0]!)), Math.max(0, Math.min(map.size[1], out[1]!))];
    if (!(out[2]! > 0) || Math.hypot(out[0]! - x, out[1]! - y) > thin * Math.max(cell.shrinkX, cell.shrinkY))
      return false;
    read(x, y, cell.shrinkX, cell.shrinkY, made);
    return true;
  }

  /** What a stroke brings to a pixel. */
  private copied(readers: readonly FillReader[], i: number, j: number): boolean {
    const { copy } = this;
    for (const reader of readers) if (reader.has(i, j) && reader.make(i, j, copy)) return true;
    for (const reader of readers) if (reader.make(i, j, copy)) return true;
    return false;
  }

  /** Makes the light of a pixel; false where it stays as it is. */
  private makePixel(i: number, j: number, near: readonly ReadyStroke[]): boolean {
    const { cell, out, only, light, map, made, copy, read } = this;
    cell.read(i, j, out);
    const inGap = this.makeGap(i, j);
    if (!(out[2]! > 0)) return inGap && only === null;
    let has = inGap;
    let wanted = only === null && inGap;
    for (const { k, readers } of near) {
      const share = light.areas[k]!.share(out[0]!, out[1]!);
      if (share <= 0 || !this.copied(readers, i, j)) continue;
      if (share < 1 && !has) {
        if (out[0]! < 0 || out[1]! < 0 || out[0]! > map.size[0] || out[1]! > map.size[1]) continue;
        read(out[0]!, out[1]!, cell.shrinkX, cell.shrinkY, made);
      }
      for (let c = 0; c < 3; c++) made[c] = share < 1 ? share * copy[c]! + (1 - share) * made[c]! : copy[c]!;
      has = true;
      wanted ||= only === null || only === k;
    }
    return wanted;
  }

  private put(data: Samples, to: number): void {
    const { colours, made, whole, full } = this;
    for (let c = 0; c < colours; c++) {
      const v = fromLight(colours === 1 ? 0.2126 * made[0]! + 0.7152 * made[1]! + 0.0722 * made[2]! : made[c]!);
      data[to + c] = whole ? Math.round(full * (v < 0 ? 0 : v > 1 ? 1 : v)) : v * full;
    }
    data[to + colours] = full;
  }

  /** A piece of the delivered picture, its pixels; null where nothing is made. */
  make(x: number, y: number, w: number, h: number, room: (count: number) => Samples): Layer | null {
    const { only, channels, cell, fill, scale } = this;
    const inPiece = this.strokesIn(x, y, w, h);
    if (only === null ? inPiece.length === 0 && !this.hasGap(x, y, w, h) : !inPiece.some(({ k }) => k === only))
      return null;
    const data = room(w * h * channels);
    let any = false;
    for (let cy = 0; cy < h; cy += SPAN)
      for (let cx = 0; cx < w; cx += SPAN) {
        const near = this.strokesIn(x + cx, y + cy, SPAN, SPAN, inPiece);
        if (only !== null && !near.some(({ k }) => k === only)) continue;
        cell.move(x + cx, y + cy);
        fill?.move(x + cx, y + cy);
        for (const { readers } of near) for (const reader of readers) reader.move(x + cx, y + cy);
        for (let j = cy; j < Math.min(h, cy + SPAN); j++)
          for (let i = cx; i < Math.min(w, cx + SPAN); i++)
            if (this.makePixel(x + i + 0.5, y + j + 0.5, near)) {
              this.put(data, (j * w + i) * channels);
              any = true;
            }
      }
    if (!any) return null;
    return {
      name: `edges ${x} ${y}`,
      rect: [this.planeX(x), this.planeY(y), w / scale, h / scale],
      raster: { data, width: w, height: h, channels },
    };
  }
}
