import { moveBorder } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import { useFillState } from "../../../made-up/fill-state";
import { newId } from "../../../new-id";
import { type Grip, edit } from "../../../tools/tool";
import { borderNear } from "./region-cells";

/** Distance from a border at which it is taken hold of, CSS pixels. */
const REACH = 14;

/** A border between what a gap shows, while that is marked: a pull moves it. */
export const holdBorder: Grip = ({ plane }, { bench, projection, frame }) => {
  const { fill, regions } = useFillState.getState();
  const shown = fill?.info.regions;
  if (!regions || !shown || bench.view !== "corrected") return null;
  const near = borderNear(shown, frame, plane, REACH / projection.view.scale);
  if (!near) return null;
  const out = new Float64Array(3);
  const recorded = ([x, y]: Vec2): Vec2 | null => {
    projection.map.toRecorded(x, y, out);
    return out[2]! > 0 ? [out[0]!, out[1]!] : null;
  };
  const from = recorded(near);
  if (!from) return null;
  const id = newId();
  return {
    keeps: "map",
    move: ({ plane: to }) => {
      const at = recorded(to);
      return at ? [edit(moveBorder(id, from, at))] : [];
    },
    up: () => [],
  };
};
