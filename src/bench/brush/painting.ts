import { type Vec2, distance2 } from "@/core/geometry";
import type { At, Gesture, Outcome } from "../tools/tool";
import { type RunningStroke, useBrush } from "./brush-state";

/** Points of a stroke are at least so far apart, in radii of its brush. */
const APART = 0.15;

/** A place as a recipe keeps it. */
export const inHundredths = ([x, y]: Vec2): [number, number] => [Math.round(x * 100) / 100, Math.round(y * 100) / 100];

/**
 * A brush drawn over the picture; with Shift it runs straight. @param done what comes of it when it is let go of: its points, pixels of the
 * original, and how hard it pressed at each.
 */
export function painting(
  { kind, start, radius, pressure }: { kind: RunningStroke["kind"]; start: Vec2; radius: number; pressure: number },
  done: (points: readonly Vec2[], press: readonly number[], at: At) => readonly Outcome[],
): Gesture {
  let points: Vec2[] = [start];
  let press: number[] = [pressure];
  const show = (): void => useBrush.setState({ running: { kind, points: [...points], press: [...press] } });
  const hide = (): void => useBrush.setState({ running: null });
  show();
  return {
    keeps: "map",
    move: ({ recorded, shift, pressure: now }: At) => {
      if (!recorded) return [];
      if (shift) {
        points = [start, recorded];
        press = [press[0]!, now];
      } else if (distance2(recorded, points.at(-1)!) >= APART * radius) {
        points.push(recorded);
        press.push(now);
      }
      show();
      return [];
    },
    up: (at) => {
      hide();
      return done(points, press, at);
    },
    dropped: hide,
  };
}
