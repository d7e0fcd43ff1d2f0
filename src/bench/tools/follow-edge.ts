import { say, sayError } from "@/language";
import type { Photo } from "@/client";
import { compute } from "@/client/compute";
import { luminanceOf } from "@/client/picture/pixels";
import { type Vec2, bounds } from "@/core/geometry";
import { notify } from "@/ui";

/** What is followed where no edge runs. */
export const NO_EDGE: readonly Vec2[] = [];

/** The edge from each place to the next, null where there is none, put together; null when it could not be looked at. */
export async function followEdge(
  photo: Photo,
  places: readonly Vec2[],
  join: (parts: readonly (readonly Vec2[] | null)[]) => readonly Vec2[] | null,
): Promise<readonly Vec2[] | null> {
  const [x, y, w, h] = bounds(places);
  const reach = 24 + 0.08 * Math.hypot(w, h);
  try {
    const { image, scale } = await luminanceOf(photo, [x - reach, y - reach, w + 2 * reach, h + 2 * reach]);
    const parts: (readonly Vec2[] | null)[] = [];
    const scaled = places.map(([px, py]): Vec2 => [px * scale, py * scale]);
    for (let i = 1; i < scaled.length; i++) {
      const traced = await compute().traceEdge(image, scaled[i - 1]!, scaled[i]!);
      parts.push(traced && traced.points.map(([px, py]): Vec2 => [px / scale, py / scale]));
    }
    return join(parts) ?? NO_EDGE;
  } catch (error) {
    notify(say("The edge could not be traced: {message}", { message: sayError(error as Error) }), "error");
    return null;
  }
}
