import { type BelowHorizon, type View } from "../../edges";
import { type Size, type Vec2, dot3 } from "../../geometry";
import { type Sky, type SmallPicture, skyOf } from "../../lines";
import type { Raster } from "../pixels/resample";
import type { SettledRecipe } from "../solved/settled";
import { floorNormal } from "./normals";

/** Places closer to the horizon than this are on neither side of it: sine. The attitude may be off by as much. */
const CLOSE = 0.035;

/** Where a place of a view lies to the horizon; null where nobody has said how the camera stood. */
export function horizonOf(recipe: SettledRecipe, { focal, centre }: View): BelowHorizon | null {
  const { attitude, lines } = recipe;
  if (attitude.from === "lines" && !lines.some((line) => line.on)) return null;
  const down = floorNormal(recipe);
  return (x, y) => {
    const ray = [(x - centre[0]) / focal[0], (y - centre[1]) / focal[1], 1] as const;
    const sine = dot3(down, ray) / Math.hypot(...ray);
    return Math.abs(sine) < CLOSE ? 0 : sine > 0 ? 1 : -1;
  };
}

/** The sky of pictures that fills were planned from: a photo's is the same for all of its recipes. */
const skies = new WeakMap<Raster<Uint8Array>, { readonly picture: SmallPicture; readonly sky: Sky }>();

/** Whether the photo shows sky at a place of the original; null where it shows none. */
export function skyIn(source: Raster<Uint8Array>, size: Size): ((at: Vec2) => boolean) | null {
  const known = skies.get(source) ?? skyOfPicture(smallOf(source));
  skies.set(source, known);
  const {
    picture,
    sky: { ends, share },
  } = known;
  if (share === 0) return null;
  const [sx, sy] = [picture.width / size[0], picture.height / size[1]];
  return ([x, y]) => y * sy < ends[Math.min(picture.width - 1, Math.max(0, Math.floor(x * sx)))]!;
}

const skyOfPicture = (picture: SmallPicture) => ({ picture, sky: skyOf(picture) });

/** Longer side of the picture in which the sky is looked for, pixels, about. */
const SMALL = 480;

/** A picture made small: each of its pixels the mean of a box. */
function smallOf({ data, width, height }: Raster<Uint8Array>): SmallPicture {
  const by = Math.max(1, Math.round(Math.max(width, height) / SMALL));
  const [w, h] = [Math.floor(width / by), Math.floor(height / by)];
  const out = new Uint8Array(3 * w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      for (let c = 0; c < 3; c++) {
        let sum = 0;
        for (let j = 0; j < by; j++) {
          const row = 3 * ((y * by + j) * width + x * by) + c;
          for (let i = 0; i < by; i++) sum += data[row + 3 * i]!;
        }
        out[3 * (y * w + x) + c] = Math.round(sum / (by * by));
      }
  return { data: out, width: w, height: h };
}
