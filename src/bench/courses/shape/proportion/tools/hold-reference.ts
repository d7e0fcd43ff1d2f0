import { heightByHand } from "@/core/edits";
import { distance2 } from "@/core/geometry";
import { toScreen } from "@/client/picture/view";
import type { Grip } from "../../../../tools/tool";
import { edit } from "../../../../tools/tool";
import { handlePlace } from "../../../frame-handles";
import { useMeasuring } from "../measuring-state";

const REACH = 13;
/** Half the side of the smallest reference, pixels of the plane. */
const SMALLEST = 8;

/** The true square or circle over the picture: sized by its lower right grip, moved by its outline or middle. */
export const holdReference: Grip = ({ screen, plane: from }, { bench, projection: { view } }) => {
  const { reference } = useMeasuring.getState();
  if (!reference || !bench.marks || bench.view !== "corrected") return null;
  const { centre, half, kind } = reference;
  const grip = toScreen(view, [centre[0] + half, centre[1] + half]);
  const put = (change: Partial<typeof reference>): void =>
    useMeasuring.setState({ reference: { ...reference, ...change } });
  if (distance2(grip, screen) <= REACH)
    return {
      keeps: "map",
      move: ({ plane: [x, y] }) => {
        put({ half: Math.max(SMALLEST, half + (x - from[0] + y - from[1]) / 2) });
        return [];
      },
      up: () => [],
    };
  const [dx, dy] = [Math.abs(from[0] - centre[0]), Math.abs(from[1] - centre[1])];
  const edge = kind === "square" ? Math.max(dx, dy) : Math.hypot(dx, dy);
  const near = Math.abs(edge - half) * view.scale <= REACH || Math.hypot(dx, dy) * view.scale <= REACH;
  if (!near) return null;
  return {
    keeps: "map",
    move: ({ plane: [x, y] }) => {
      put({ centre: [centre[0] + x - from[0], centre[1] + y - from[1]] });
      return [];
    },
    up: () => [],
  };
};

/** Grips in the middle of the frame's sides: up and down they change the height, left and right the width. */
export const holdHeight: Grip = ({ screen }, { bench, frame, projection: { view } }) => {
  if (!bench.marks || bench.view !== "corrected") return null;
  const side = HEIGHT_GRIPS.find((h) => distance2(toScreen(view, handlePlace(frame, h)), screen) <= REACH);
  if (!side) return null;
  const { size, recipe } = bench;
  const principal = recipe.camera.principal ?? [size[0] / 2, size[1] / 2];
  const { height } = recipe.proportion;
  const axis = side.x === 0 ? 1 : 0;
  const start = handlePlace(frame, side)[axis] - principal[axis];
  if (Math.abs(start) < 1) return null;
  return {
    keeps: "view",
    move: ({ plane }) => {
      const factor = (plane[axis] - principal[axis]) / start;
      if (!(factor > 0.05)) return [];
      return [edit(heightByHand(axis === 1 ? height * factor : height / factor))];
    },
    up: () => [],
  };
};

/** The sides that heights and widths are pulled by. */
export const HEIGHT_GRIPS = [
  { x: 0, y: -1 },
  { x: 0, y: 1 },
  { x: -1, y: 0 },
  { x: 1, y: 0 },
] as const;
