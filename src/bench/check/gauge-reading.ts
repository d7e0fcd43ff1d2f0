import { say } from "@/language";
import type { Vec2 } from "@/core/geometry";
import { type EdgeReading, edgeReading } from "@/core/lines";
import type { PlaneMap } from "@/core/render";
import { fixed } from "@/ui";
import type { Gauge } from "./gauge-state";

/** What a gauge reads in the picture that a map makes; null where it lies nowhere. */
export function gaugeReading({ points, placed }: Gauge, map: PlaneMap): EdgeReading | null {
  const places = points.map((p) => map.fromRecorded(p)).filter((p): p is Vec2 => p !== null);
  if (places.length < 2) return null;
  const [a, b] = [points[0]!, points.at(-1)!];
  const [pa, pb] = [places[0]!, places.at(-1)!];
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const enlarged = long > 0 ? Math.hypot(pb[0] - pa[0], pb[1] - pa[1]) / long : 1;
  try {
    return edgeReading(places, placed * enlarged);
  } catch {
    return null;
  }
}

/** A reading in words: "0.34° ± 0.02 right of vertical". */
export function readingWords({ from, degrees, sigma }: EdgeReading): string {
  const digits = Math.max(1, Math.min(3, Math.ceil(-Math.log10(Math.max(1e-3, 2 * sigma)))));
  const off = fixed(Math.abs(degrees), digits);
  const about = fixed(sigma, digits);
  if (off === fixed(0, digits))
    return about === off
      ? say("true: {from} within {fixed}°", { from, fixed: fixed(0.001, 3) })
      : say("true: {from} within {about}°", { from, about });
  const side = from === "vertical" ? (degrees > 0 ? say("right") : say("left")) : degrees > 0 ? say("down") : say("up");
  return from === "vertical"
    ? say("{off}° ± {about} to the {side}", { off, about, side })
    : say("{off}° ± {about} {side} to the right", { off, about, side });
}
