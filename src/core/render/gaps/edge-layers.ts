import { type Layer, type Raster, type Samples, colourCount, peak } from "../../course";
import { type FillPlan, type Side, SIDES, type View, carried, choiceFor, insideSide } from "../../edges";
import type { CompiledMap } from "../compile";
import type { KernelName } from "../kernels";
import { fromLinear, toLinear } from "../optics";
import { pixelWriter } from "../resample";
import type { SettledRecipe } from "../settled";
import { sideAt } from "./gaps";

/** Side of the pieces that gaps are made in, pixels of the delivered picture. */
export const PIECE = 128;

/** What the gaps of one picture are made from. */
export interface EdgeJob {
  readonly recipe: SettledRecipe;
  readonly map: CompiledMap;
  /** Null where nothing is filled. */
  readonly plan: FillPlan | null;
  /** The corrected camera at the plan's size. */
  readonly view: View;
  readonly kernel: KernelName;
}

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

function pieceMaker(source: Raster, job: EdgeJob): MakePiece {
  const { map, recipe } = job;
  const scale = map.output[0] / map.frame[2];
  const colours = colourCount(source.channels);
  const channels = (colours + 1) as 2 | 4;
  const full = peak(source.data);
  const whole = !(source.data instanceof Float32Array);
  const choices = new Map(SIDES.map((side) => [side, choiceFor(recipe.edges, side)]));
  const filled = SIDES.filter((side) => choices.get(side)!.do === "fill");
  const reach = filled.length > 0 ? (recipe.edges.reach ?? 0) : 0;
  const plains = new Map(SIDES.map((side) => [side, lightOfHex(choices.get(side)!.plain)]));
  const out = new Float64Array(3);
  const photo = new Float64Array(4);
  const made = new Float64Array(3);
  const read = placeReader(source, job);
  const fill = fillReader(job, read);

  /** The side whose gap a pixel is in or under; null where the photo stays as it is. Leaves where it was recorded in `out`. */
  const sideOf = (px: number, py: number): Side | null => sideAt(map, px, py, out);

  return (x, y, w, h, room) => {
    const plane = (i: number, j: number): [number, number] => [map.frame[0] + i / scale, map.frame[1] + j / scale];
    let gap = false;
    for (let k = 0; k < LOOKS * LOOKS && !gap; k++) {
      const [px, py] = plane(x + (w * (k % LOOKS)) / (LOOKS - 1), y + (h * Math.floor(k / LOOKS)) / (LOOKS - 1));
      const side = sideOf(px, py);
      const near = Math.max(2, reach, 2 / scale);
      gap =
        side !== null ||
        out[0]! < near ||
        out[1]! < near ||
        out[0]! > map.size[0] - near ||
        out[1]! > map.size[1] - near;
    }
    if (!gap) return null;
    const data = room(w * h * channels);
    let any = false;
    for (let j = 0; j < h; j++)
      for (let i = 0; i < w; i++) {
        const [px, py] = plane(x + i + 0.5, y + j + 0.5);
        const side = sideOf(px, py);
        const seen = out[2]! > 0;
        const [sx, sy] = [out[0]!, out[1]!];
        const [share, of] = madeShare(side, seen, sx, sy, px, py);
        if (share <= 0 || of === null) continue;
        const { do: what } = choices.get(of)!;
        if (what !== "fill" && what !== "plain") continue;
        if (what === "plain") made.set(plains.get(of)!);
        else if (!fill(px, py, made)) continue;
        if (share < 1) {
          read(px, py, sx, sy, photo);
          for (let c = 0; c < 3; c++) made[c] = share * made[c]! + (1 - share) * photo[c]!;
        }
        const to = (j * w + i) * channels;
        for (let c = 0; c < colours; c++) {
          const light = colours === 1 ? 0.2126 * made[0]! + 0.7152 * made[1]! + 0.0722 * made[2]! : made[c]!;
          const v = fromLight(light);
          data[to + c] = whole ? Math.round(full * Math.max(0, Math.min(1, v))) : v * full;
        }
        data[to + colours] = full;
        any = true;
      }
    if (!any) return null;
    const [left, top] = plane(x, y);
    return {
      name: `edges ${x} ${y}`,
      rect: [left, top, w / scale, h / scale],
      raster: { data, width: w, height: h, channels },
    };
  };

  /** How much of a pixel is made, and beyond which side: all of it in a gap, some over the photo's border. */
  function madeShare(
    side: Side | null,
    seen: boolean,
    sx: number,
    sy: number,
    px: number,
    py: number,
  ): [number, Side | null] {
    if (side !== null) {
      if (!seen || reach > 0) return [1, side];
      const beyond = -insideSide(map.size, side, sx, sy) * stretch(px, py, side);
      return [Math.min(1, 0.5 + beyond), side];
    }
    let most = 0;
    let of: Side | null = null;
    for (const s of SIDES) {
      const { do: what } = choices.get(s)!;
      if (what !== "fill" && what !== "plain") continue;
      const inside = insideSide(map.size, s, sx, sy);
      const deep = what === "fill" ? reach : 0;
      if (inside > Math.max(deep, 4 / scale) + 1) continue;
      const per = stretch(px, py, s);
      // Half of what is made anew fades into the photo; without it half a pixel does, as at any border of a photo.
      const share = deep * per > 2 ? Math.min(1, 2 - (2 * inside) / deep) : 0.5 - inside * per;
      if (share > most && goesOn(px, py, s, deep)) [most, of] = [share, s];
    }
    return [most, of];
  }

  /** Whether the frame goes on beyond a side near a place inside it. */
  function goesOn(px: number, py: number, side: Side, deep: number): boolean {
    const far = 2 * deep + 2 / scale;
    const x = px + (side === "left" ? -far : side === "right" ? far : 0);
    const y = py + (side === "top" ? -far : side === "bottom" ? far : 0);
    return x > map.frame[0] && y > map.frame[1] && x < map.frame[0] + map.frame[2] && y < map.frame[1] + map.frame[3];
  }

  /** Delivered pixels to one recorded pixel across a side, near a place. */
  function stretch(px: number, py: number, side: Side): number {
    const step = 0.5 / scale;
    map.toRecorded(px + step, py, other);
    const [ax, ay] = [other[0]!, other[1]!];
    map.toRecorded(px - step, py, other);
    const [bx, by] = [other[0]!, other[1]!];
    map.toRecorded(px, py + step, other);
    const [cx, cy] = [other[0]!, other[1]!];
    map.toRecorded(px, py - step, other);
    const [dx, dy] = [other[0]!, other[1]!];
    const across = side === "left" || side === "right" ? Math.hypot(ax - bx, cx - dx) : Math.hypot(ay - by, cy - dy);
    return across > 1e-6 ? 1 / across : 1e6;
  }
}
const other = new Float64Array(3);

/** Reads the photo's light at a recorded place as a delivery would, into three numbers. */
type ReadLight = (px: number, py: number, sx: number, sy: number, out: Float64Array) => void;

function placeReader(source: Raster, { map, kernel }: EdgeJob): ReadLight {
  const colours = colourCount(source.channels);
  const full = peak(source.data);
  const pixel = new Float32Array(4);
  // As floats, so that nothing is rounded before it is joined.
  const put = pixelWriter(source, { map, kernel, y: 0, rows: 1, alpha: false }, pixel, colours, false);
  const scale = map.output[0] / map.frame[2];
  const at = new Float64Array(3);
  return (px, py, sx, sy, out) => {
    map.toRecorded(px + 0.5 / scale, py, at);
    const [ax, ay] = [at[0]! - sx, at[1]! - sy];
    map.toRecorded(px, py + 0.5 / scale, at);
    const [bx, by] = [at[0]! - sx, at[1]! - sy];
    put(0, sx, sy, true, 2 * Math.hypot(ax, bx), 2 * Math.hypot(ay, by));
    for (let c = 0; c < 3; c++) out[c] = toLight(pixel[colours === 1 ? 0 : c]! / full);
  };
}

/** Makes the light of a filled pixel, from its place on the plane; false where there is nothing to copy. */
function fillReader(
  { map, plan, view }: EdgeJob,
  read: ReadLight,
): (px: number, py: number, out: Float64Array) => boolean {
  if (!plan) return () => false;
  const { width, height, labels, shifts, light } = plan;
  const [perX, perY] = [width / map.frame[2], height / map.frame[3]];
  const to = new Float64Array(6);
  const recorded = new Float64Array(3);
  const copy = new Float64Array(4);
  const near = new Int32Array(4);
  const weights = new Float64Array(4);
  return (px, py, out) => {
    const u = (px - map.frame[0]) * perX - 0.5;
    const v = (py - map.frame[1]) * perY - 0.5;
    const count = around(u, v);
    if (count === 0) return false;
    out.fill(0);
    let total = 0;
    for (let k = 0; k < count; k++) {
      const s = labels[near[k]!]!;
      if (s < 0) continue;
      // Pixels of one label are copied once, with their light between them.
      let weight = 0;
      let [r, g, b] = [0, 0, 0];
      for (let m = k; m < count; m++) {
        const j = near[m]!;
        if (labels[j] !== s) continue;
        const w = weights[m]!;
        weight += w;
        r += w * light[3 * j]!;
        g += w * light[3 * j + 1]!;
        b += w * light[3 * j + 2]!;
        if (m > k) weights[m] = 0;
      }
      if (weight <= 0 || !carried(view, shifts[s]!, u + 0.5, v + 0.5, to)) continue;
      const [qx, qy] = [map.frame[0] + to[0]! / perX, map.frame[1] + to[1]! / perY];
      map.toRecorded(qx, qy, recorded);
      if (!(recorded[2]! > 0)) continue;
      read(
        qx,
        qy,
        Math.max(0, Math.min(map.size[0], recorded[0]!)),
        Math.max(0, Math.min(map.size[1], recorded[1]!)),
        copy,
      );
      out[0]! += weight * copy[0]! + r;
      out[1]! += weight * copy[1]! + g;
      out[2]! += weight * copy[2]! + b;
      total += weight;
    }
    if (total <= 0) return false;
    for (let c = 0; c < 3; c++) out[c] = Math.max(0, out[c]! / total);
    return true;
  };

  /** The labelled pixels around a place and their weights, bilinear; the nearest one where none of the four has a label. */
  function around(u: number, v: number): number {
    const [x0, y0] = [Math.floor(u), Math.floor(v)];
    let n = 0;
    for (let k = 0; k < 4; k++) {
      const [x, y] = [x0 + (k & 1), y0 + (k >> 1)];
      if (x < 0 || y < 0 || x >= width || y >= height || labels[y * width + x]! < 0) continue;
      near[n] = y * width + x;
      weights[n++] = (k & 1 ? u - x0 : 1 - u + x0) * (k >> 1 ? v - y0 : 1 - v + y0) + 1e-9;
    }
    if (n > 0) return n;
    let least = Infinity;
    for (let dy = -3; dy <= 3; dy++)
      for (let dx = -3; dx <= 3; dx++) {
        const [x, y] = [Math.round(u) + dx, Math.round(v) + dy];
        if (x < 0 || y < 0 || x >= width || y >= height || labels[y * width + x]! < 0) continue;
        const far = (x - u) ** 2 + (y - v) ** 2;
        if (far < least) [least, near[0]] = [far, y * width + x];
      }
    weights[0] = 1;
    return least < Infinity ? 1 : 0;
  }
}

const STEPS = 4096;
const lights = Float64Array.from({ length: STEPS + 2 }, (_, i) => toLinear(i / STEPS));
/** Light of a displayed value and back; between 0 and 1 by a table, beyond by the formula. */
function toLight(v: number): number {
  if (v <= 0) return v / 12.92;
  if (v >= 1) return toLinear(v);
  const at = v * STEPS;
  const i = at | 0;
  return lights[i]! + (lights[i + 1]! - lights[i]!) * (at - i);
}
const roots = Float64Array.from({ length: STEPS + 2 }, (_, i) => fromLinear((i / STEPS) ** 2));
function fromLight(v: number): number {
  if (v <= 0) return 12.92 * v;
  if (v >= 1) return fromLinear(v);
  const at = Math.sqrt(v) * STEPS;
  const i = at | 0;
  return roots[i]! + (roots[i + 1]! - roots[i]!) * (at - i);
}

/** The light of #rrggbb. */
const lightOfHex = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => toLinear(parseInt(hex.slice(i, i + 2), 16) / 255)) as [number, number, number];
