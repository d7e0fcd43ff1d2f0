import { type Layer, type Raster, type Samples, colourCount, peak } from "../../course";
import { type Side, SIDES, choiceFor, gapSide, insideSide } from "../../edges";
import type { SettledRecipe } from "../settled";
import type { EdgeJob } from "./edge-job";
import { FillReader, lightReader } from "./fill-reader";
import { sideAt } from "./gaps";
import { fromLight, lightOfHex } from "./light";
import { RecordedCell, SPAN } from "./recorded-cell";

/** Side of the pieces that gaps are made in, pixels of the delivered picture. */
export const PIECE = 128;

/**
 * Makes the gaps of a picture, piece by piece, as layers to be laid over it: a filled pixel is the photo resampled at the place
 * it is copied from, its light joined as the plan says; a plain one has its colour. Over the photo's own border, and over
 * what of it is made anew, the two are mixed in light.
 *
 * @param source the photo at full size. @param room makes samples of the source's kind.
 * @param part of the picture to make, its pixels; the whole of it unless told otherwise.
 */
export function* edgeLayers(
  source: Raster,
  job: EdgeJob,
  room: (count: number) => Samples,
  part: readonly [number, number, number, number] = [0, 0, ...job.map.output],
): Generator<Layer> {
  const [, , width, height] = part;
  const make = pieceMaker(source, job);
  for (let y = part[1]; y < part[1] + height; y += PIECE)
    for (let x = part[0]; x < part[0] + width; x += PIECE) {
      const w = Math.min(PIECE, part[0] + width - x);
      const h = Math.min(PIECE, part[1] + height - y);
      const layer = make(x, y, w, h, room);
      if (layer) yield layer;
    }
}

type MakePiece = (x: number, y: number, w: number, h: number, room: (count: number) => Samples) => Layer | null;

/** Places at which a piece is looked at for whether it has a gap at all, along a side. */
const LOOKS = 9;

/** What is done beyond one side. */
interface SideWork {
  readonly side: Side;
  readonly do: "fill" | "plain";
  readonly light: readonly number[];
  /** Recorded pixels of the photo's border that are made anew. */
  readonly reach: number;
}

function pieceMaker(source: Raster, job: EdgeJob): MakePiece {
  const { map, recipe, plan } = job;
  const scale = map.output[0] / map.frame[2];
  const colours = colourCount(source.channels);
  const channels = (colours + 1) as 2 | 4;
  const full = peak(source.data);
  const whole = !(source.data instanceof Float32Array);
  const works = worksOf(recipe);
  const reach = Math.max(0, ...works.map((w) => w.reach));
  const read = lightReader(source, job);
  const fill = plan && new FillReader({ ...job, plan }, read);
  const out = new Float64Array(3);
  const photo = new Float64Array(3);
  const made = new Float64Array(3);
  const planeX = (i: number): number => map.frame[0] + i / scale;
  const planeY = (j: number): number => map.frame[1] + j / scale;
  const cell = new RecordedCell((i, j, to) => map.toRecorded(planeX(i), planeY(j), to));

  /** Whether anything of a piece may be made. */
  function hasGap(x: number, y: number, w: number, h: number): boolean {
    const near = Math.max(2, reach, 2 / scale);
    for (let k = 0; k < LOOKS * LOOKS; k++) {
      const px = planeX(x + (w * (k % LOOKS)) / (LOOKS - 1));
      const py = planeY(y + (h * Math.floor(k / LOOKS)) / (LOOKS - 1));
      if (sideAt(map, px, py, out) !== null) return true;
      if (out[0]! < near || out[1]! < near || out[0]! > map.size[0] - near || out[1]! > map.size[1] - near) return true;
    }
    return false;
  }

  /** How much of a pixel is made: all of it in a gap, some over the photo's border. Leaves in `of` what it is made by. */
  let of: SideWork | null = null;
  function madeShare(i: number, j: number): number {
    of = null;
    const x = out[0]!;
    const y = out[1]!;
    const seen = out[2]! > 0;
    if (!seen || x < 0 || y < 0 || x > map.size[0] || y > map.size[1]) {
      const side = seen ? gapSide(map.size, x, y) : sideAt(map, planeX(i), planeY(j), out);
      of = works.find((w) => w.side === side) ?? null;
      if (!of || !seen || of.reach > 0) return of ? 1 : 0;
      return Math.min(1, 0.5 - insideSide(map.size, of.side, x, y) / shrinkAcross(of.side));
    }
    let most = 0;
    for (const work of works) {
      const inside = insideSide(map.size, work.side, x, y);
      const shrink = shrinkAcross(work.side);
      if (inside > Math.max(work.reach, shrink)) continue;
      // Half of what is made anew fades into the photo; without it half a pixel does, as at any border of a photo.
      const share = work.reach > 2 * shrink ? Math.min(1, 2 - (2 * inside) / work.reach) : 0.5 - inside / shrink;
      if (share <= most || !goesOn(planeX(i), planeY(j), work)) continue;
      most = share;
      of = work;
    }
    return most;
  }

  /** Recorded pixels to a delivered one, across a side. */
  const shrinkAcross = (side: Side): number =>
    Math.max(1e-6, side === "left" || side === "right" ? cell.shrinkX : cell.shrinkY);

  /** Whether the frame goes on beyond a side near a place inside it: only there is anything made anew. */
  function goesOn(px: number, py: number, work: SideWork): boolean {
    const far = 2 * work.reach + 2 / scale;
    const x = px + (work.side === "left" ? -far : work.side === "right" ? far : 0);
    const y = py + (work.side === "top" ? -far : work.side === "bottom" ? far : 0);
    return x > map.frame[0] && y > map.frame[1] && x < map.frame[0] + map.frame[2] && y < map.frame[1] + map.frame[3];
  }

  /** Makes the light of a pixel; false where it stays as it is. */
  function makePixel(i: number, j: number): boolean {
    cell.read(i, j, out);
    const sx = out[0]!;
    const sy = out[1]!;
    const share = madeShare(i, j);
    const work = of;
    if (share <= 0 || !work) return false;
    if (work.do === "plain") made.set(work.light);
    else if (!fill?.make(i, j, made)) return false;
    if (share >= 1) return true;
    read(sx, sy, cell.shrinkX, cell.shrinkY, photo);
    for (let c = 0; c < 3; c++) made[c] = share * made[c]! + (1 - share) * photo[c]!;
    return true;
  }

  function put(data: Samples, to: number): void {
    for (let c = 0; c < colours; c++) {
      const light = colours === 1 ? 0.2126 * made[0]! + 0.7152 * made[1]! + 0.0722 * made[2]! : made[c]!;
      const v = fromLight(light);
      data[to + c] = whole ? Math.round(full * (v < 0 ? 0 : v > 1 ? 1 : v)) : v * full;
    }
    data[to + colours] = full;
  }

  return (x, y, w, h, room) => {
    if (works.length === 0 || !hasGap(x, y, w, h)) return null;
    const data = room(w * h * channels);
    let any = false;
    for (let cy = 0; cy < h; cy += SPAN)
      for (let cx = 0; cx < w; cx += SPAN) {
        cell.move(x + cx, y + cy);
        fill?.move(x + cx, y + cy);
        for (let j = cy; j < Math.min(h, cy + SPAN); j++)
          for (let i = cx; i < Math.min(w, cx + SPAN); i++)
            if (makePixel(x + i + 0.5, y + j + 0.5)) {
              put(data, (j * w + i) * channels);
              any = true;
            }
      }
    if (!any) return null;
    return {
      name: `edges ${x} ${y}`,
      rect: [planeX(x), planeY(y), w / scale, h / scale],
      raster: { data, width: w, height: h, channels },
    };
  };
}

/** What a recipe makes beyond each side; sides where it makes nothing are left out. */
const worksOf = ({ edges }: SettledRecipe): SideWork[] =>
  SIDES.flatMap((side): SideWork[] => {
    const { do: what, plain } = choiceFor(edges, side);
    if (what !== "fill" && what !== "plain") return [];
    return [{ side, do: what, light: lightOfHex(plain), reach: what === "fill" ? (edges.reach ?? 0) : 0 }];
  });
