import type { Photo } from "@/client";
import { smallPictureOf } from "@/client/picture/pixels";
import type { ShownFill } from "@/client/shown-fill";
import { roughFill } from "@/core/render";
import type { Derived } from "../derived";

/** What a rough fill is made for: nothing that a recipe asks for. */
const ROUGH = "rough";
/** Longer side of the picture that it is made from, pixels. */
const SIDE = 320;

/** A first idea of a fill, shown while it is made; null where it cannot be had. @param placed what places it; see use-fill. */
export async function roughlyFilled(
  photo: Photo,
  { recipe, map }: Pick<Derived, "recipe" | "map">,
  placed: string,
): Promise<ShownFill | null> {
  const picture = await smallPictureOf(photo, SIDE).catch(() => null);
  if (!picture) return null;
  const fit = roughFill({ ...picture, data: new Uint8Array(picture.data.buffer) }, recipe, map);
  if (!fit) return null;
  const part = { key: ROUGH, frame: [...map.frame] as [number, number, number, number], whole: true };
  const info = { depends: ROUGH, gaps: part, strokes: [], filled: 0, unfilled: 0, doubtful: null, regions: null };
  return { photoId: photo.id, info, parts: [{ part, fit }], of: ROUGH, placed };
}
