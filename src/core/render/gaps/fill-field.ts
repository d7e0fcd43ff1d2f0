import type { Raster } from "../../course";
import {
  type EdgesSettings,
  type Field,
  type Pull,
  type View,
  SIDES,
  choiceFor,
  insideSide,
  kindsOf,
} from "../../edges";
import { keepMarksOf, turnStep } from "../../frame";
import { type Rect, type Size, type Vec2, contains, rectOutline, signedArea } from "../../geometry";
import { surfaceShare } from "../../shape/bend";
import { factorsOf, measuresOf } from "../../shape/proportion";
import type { CompiledMap, OutputMap } from "../map/compile";
import { resampleBand } from "../pixels/resample";
import type { SettledRecipe } from "../solved/settled";
import { sideAt } from "./gaps";
import { horizonOf, skyIn } from "./shown-kinds";

/** Longer side of the picture in which a fill is planned, pixels. */
export const WORKING = 640;

/** The size at which a frame's fill is planned. */
export function workingSize([, , width, height]: CompiledMap["frame"]): Size {
  const scale = Math.min(1, WORKING / Math.max(width, height));
  return [Math.max(8, Math.round(width * scale)), Math.max(8, Math.round(height * scale))];
}

/** The map of a recipe for a photo that has been shrunken. @param by new width over old. */
export const shrunken = (map: CompiledMap, by: number): CompiledMap => ({
  ...map,
  size: [map.size[0] * by, map.size[1] * by],
  // Fringes are less than a pixel there.
  optics: map.optics && {
    ...map.optics,
    red: [0, 0],
    blue: [0, 0],
    calm: { purple: 0, green: 0 },
    centre: [map.optics.centre[0] * by, map.optics.centre[1] * by],
    unit: map.optics.unit * by,
  },
  toRecorded: (x, y, out) => {
    map.toRecorded(x, y, out);
    out[0]! *= by;
    out[1]! *= by;
  },
});

/** The edges of a recipe for a photo that has been shrunken: what is measured in its pixels. @param by new width over old. */
export const shrunkenEdges = ({ reach, sources, ...edges }: EdgesSettings, by: number): EdgesSettings => ({
  ...edges,
  ...(reach !== undefined && { reach: reach * by }),
  ...(sources && {
    sources: sources.map((s) => ({ ...s, points: s.points.map(([x, y]): [number, number] => [x * by, y * by]) })),
  }),
});

/**
 * What a fill is planned from: the frame at its working size, what of it the photo shows, and what may be copied.
 *
 * @param source the photo, 8-bit sRGB in three channels, shrunken to about the working size or a few times that.
 */
export function fieldFor(source: Raster<Uint8Array>, recipe: SettledRecipe, map: CompiledMap): Field {
  const output = workingSize(map.frame);
  const [width, height] = output;
  const shrunkMap: OutputMap = { ...shrunken(map, source.width / map.size[0]), output };
  const pixels = new Uint8Array(3 * width * height);
  const data = new Float32Array(pixels.length);
  resampleBand(source, { map: shrunkMap, kernel: "cubic", y: 0, rows: height, alpha: false }, pixels);
  for (let i = 0; i < data.length; i++) data[i] = pixels[i]! / 255;
  const isSky = skyIn(source, map.size);
  const { known, wanted, mayCopy, sky } = statesFor(recipe, map, output, isSky);
  const view = viewOf(recipe, map.frame, output);
  const field = { width, height, data, known, wanted, source: mayCopy, ...view };
  // On a bent surface nothing lies where a camera would see it.
  if (surfaceShare(recipe.shape) > 0) return field;
  return { ...field, ...kindsOf(field, isSky && sky, horizonOf(recipe, view), pullsOf(recipe, map, output)) };
}

/** Borders between what gaps show that were moved, pixels of the field. */
function pullsOf({ edges }: SettledRecipe, { frame, fromRecorded }: CompiledMap, [width, height]: Size): Pull[] {
  const [x, y, w, h] = frame;
  const placed = (p: Vec2): Vec2 | null => {
    const at = fromRecorded(p);
    return at && [((at[0] - x) * width) / w, ((at[1] - y) * height) / h];
  };
  return (edges.borders ?? []).flatMap((border): Pull[] => {
    const [from, to] = [placed(border.from), placed(border.to)];
    return from && to ? [{ from, to }] : [];
  });
}

/** The corrected camera, turned as the picture is: focal lengths along x and y, and its axis, pixels of the plane. */
export function correctedCamera(recipe: SettledRecipe): { focal: Vec2; centre: Vec2 } {
  const { focalPx, principal } = recipe.camera;
  const [x, y] = recipe.proportion.on ? factorsOf(recipe.proportion) : [1, 1];
  const turn = turnStep(recipe);
  const odd = turn !== null && (recipe.frame.turn ?? 0) % 2 === 1;
  return {
    focal: odd ? [focalPx * y, focalPx * x] : [focalPx * x, focalPx * y],
    centre: turn?.forward(principal) ?? principal,
  };
}

/** The corrected camera as it sees a rectangle of the plane that is made so many pixels large. */
export function viewOf(recipe: SettledRecipe, [x, y, w, h]: Rect, [width, height]: Size): View {
  const { focal, centre } = correctedCamera(recipe);
  const [sx, sy] = [width / w, height / h];
  return { focal: [focal[0] * sx, focal[1] * sy], centre: [(centre[0] - x) * sx, (centre[1] - y) * sy] };
}

/** What each pixel of the working size is. */
function statesFor(
  recipe: SettledRecipe,
  map: CompiledMap,
  [width, height]: Size,
  isSky: ((at: Vec2) => boolean) | null,
): { known: Uint8Array; wanted: Uint8Array; mayCopy: Uint8Array; sky: Uint8Array } {
  const known = new Uint8Array(width * height);
  const wanted = new Uint8Array(width * height);
  const mayCopy = new Uint8Array(width * height);
  const sky = new Uint8Array(width * height);
  const { edges } = recipe;
  const filled = SIDES.filter((side) => choiceFor(edges, side).do === "fill");
  const reach = edges.reach ?? 0;
  const { from, never, out: away } = areasOf(recipe, map.size);
  const out = new Float64Array(3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      const px = map.frame[0] + ((x + 0.5) * map.frame[2]) / width;
      const py = map.frame[1] + ((y + 0.5) * map.frame[3]) / height;
      const side = sideAt(map, px, py, out);
      if (side) {
        if (filled.includes(side)) wanted[i] = 1;
        continue;
      }
      const at: Vec2 = [out[0]!, out[1]!];
      if (reach > 0 && filled.some((s) => insideSide(map.size, s, ...at) < reach && besideGap(map, px, py, s, reach))) {
        wanted[i] = 1;
        continue;
      }
      if (filled.length > 0 && away.some((area) => contains(area, at))) {
        wanted[i] = 1;
        continue;
      }
      known[i] = 1;
      if (isSky?.(at)) sky[i] = 1;
      if (from.length > 0 && !from.some((area) => contains(area, at))) continue;
      if (never.some((area) => contains(area, at))) continue;
      mayCopy[i] = 1;
    }
  return { known, wanted, mayCopy, sky };
}

/** Whether the frame goes on beyond the photo's side near a place inside it: only there is anything made anew. */
function besideGap(map: CompiledMap, x: number, y: number, side: string, reach: number): boolean {
  const [fx, fy, fw, fh] = map.frame;
  const [dx, dy] = ({ left: [-1, 0], right: [1, 0], top: [0, -1], bottom: [0, 1] } as Record<string, Vec2>)[side]!;
  const [px, py] = [x + dx * 2 * reach, y + dy * 2 * reach];
  return px > fx && py > fy && px < fx + fw && py < fy + fh;
}

/** A thing that must not be repeated covers less of the photo than this. */
const LARGEST_THING = 1 / 12;

/** Areas of the original to copy from, and those never to copy: what somebody has said is one of a kind is not repeated. */
export function areasOf(
  { edges, faces, frame, proportion }: SettledRecipe,
  size: Size,
): { from: (readonly Vec2[])[]; never: (readonly Vec2[])[]; out: (readonly Vec2[])[] } {
  const on = (edges.sources ?? []).filter((s) => s.on);
  const of = (use: "from" | "never" | "out"): Vec2[][] =>
    on.filter((s) => s.use === use).map((s) => s.points.map((p): Vec2 => [p[0], p[1]]));
  if (edges.repeat) return { from: of("from"), never: of("never"), out: of("out") };
  const marked: (readonly Vec2[])[] = [
    ...faces.map((f) => f.corners),
    ...measuresOf({ proportion }).flatMap((m) => (m.kind === "length" || m.kind === "grid" ? [] : [m.points])),
    ...keepMarksOf({ frame }).flatMap(({ at, to }) =>
      to ? [rectOutline([at[0], at[1], to[0] - at[0], to[1] - at[1]], 1)] : [],
    ),
  ];
  // A whole wall marked as a face is no such thing.
  const most = LARGEST_THING * size[0] * size[1];
  return {
    from: of("from"),
    out: of("out"),
    never: [...of("never"), ...marked.filter((points) => Math.abs(signedArea(points)) < most)],
  };
}
