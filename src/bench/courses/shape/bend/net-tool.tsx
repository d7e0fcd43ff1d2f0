import { say } from "@/language";
import { type NewCorner, joinFace } from "@/core/edits";
import { type Vec2, distance2 } from "@/core/geometry";
import { notify } from "@/ui";
import { newId } from "../../../new-id";
import { onScreen, recordedAt } from "../../../marks/projection";
import {
  type At,
  type Gesture,
  type Hand,
  type Outcome,
  type Tool,
  edit,
  later,
  letGo,
  select,
} from "../../../tools/tool";
import { clickedPlaces, keyOnPlaces } from "../../../tools/clicked-places";
import { toolIcon } from "../../../tools/tool-button";
import { inOrder } from "../proportion/tools/draw-measure";
import { bendMarkUnder } from "./hold-mark";
import { holdJoint, jointUnder } from "./hold-joint";
import { settleFace } from "./settle-face";

/** A face smaller than this was not meant, CSS pixels. */
const SMALLEST = 20;

/** A corner at a place of the sheet: the joint that is there already, or a new one; null where nothing was recorded. */
function cornerAt(screen: Vec2, hand: Hand): NewCorner | null {
  const joint = jointUnder(screen, hand);
  if (joint) return { joint: joint.id };
  const at = recordedAt(hand.projection, screen);
  return at && { id: newId(), at };
}

/** The face of four places of the sheet, where it is one; its new joints settle on the picture's edges unless told not to. */
function faceOf(screen: readonly Vec2[], hand: Hand, clings: boolean): readonly Outcome[] {
  const corners = screen.map((p) => cornerAt(p, hand));
  const names = corners.map((c) => (c && "joint" in c ? c.joint : null)).filter((n) => n !== null);
  if (corners.some((c) => c === null) || new Set(names).size < names.length)
    return [later(async () => notify(say("A face needs four corners of its own within the picture.")))];
  const id = newId();
  const fresh = corners.flatMap((c) => (c && "id" in c ? [c.id] : []));
  return [
    clickedPlaces([]),
    edit(joinFace(id, corners as NewCorner[])),
    { do: "set", state: { selected: id, selectedEnd: null, marks: true } },
    ...(clings ? [later((bench, photo) => settleFace(bench, photo, id, fresh, 1 / hand.projection.view.scale))] : []),
  ];
}

function drawing(from: At, hand: Hand): Gesture {
  const { bench, projection } = hand;
  let to = from.screen;
  const rectangle = (): Vec2[] => {
    const [x0, x1] = [Math.min(from.screen[0], to[0]), Math.max(from.screen[0], to[0])];
    const [y0, y1] = [Math.min(from.screen[1], to[1]), Math.max(from.screen[1], to[1])];
    return [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ];
  };
  return {
    keeps: "map",
    move: ({ screen }) => {
      to = screen;
      return [];
    },
    up: (at) => {
      to = at.screen;
      if (!at.far) return clicked(at, hand);
      const [w, h] = [Math.abs(to[0] - from.screen[0]), Math.abs(to[1] - from.screen[1])];
      return bench.places.length > 0 || Math.min(w, h) < SMALLEST ? [] : faceOf(rectangle(), hand, !at.alt);
    },
    marks: () => {
      const all = rectangle().map((p) => recordedAt(projection, p));
      return bench.places.length === 0 && all.every((p) => p !== null) ? { area: all } : {};
    },
  };
}

/** Corners clicked one by one; a joint that is there already is taken, so that faces are added edge to edge. */
function clicked(at: At, hand: Hand): readonly Outcome[] {
  const { bench, projection } = hand;
  const joint = jointUnder(at.screen, hand);
  if (bench.places.length === 0 && !joint) {
    const under = bendMarkUnder(at, hand);
    if (under) return [select(under)];
  }
  const place = joint?.at ?? at.recorded;
  if (!place) return [];
  const places = [...bench.places, place];
  if (places.length < 4) return [clickedPlaces(places)];
  const screen = inOrder(projection, places).map((p) => onScreen(projection, p));
  if (screen.some((p) => p === null) || screen.some((p, i) => distance2(p!, screen[(i + 1) % 4]!) < SMALLEST / 2))
    return [clickedPlaces([])];
  return faceOf(screen as Vec2[], hand, !at.alt);
}

/** Walls, floor and ceiling as quadrilaterals that share joints and edges: drawn from corner to corner, or corner by corner. */
export const NET: Tool = {
  name: "joined-face",
  label: say("Faces"),
  words: say(
    "Mark joined faces: drag over one, or click four corners, of which some may be joints already; they cling to edges (Alt: not)",
  ),
  key: "]",
  cursor: "crosshair",
  icon: toolIcon(<path d="M2 4l6 1.5v8L2 15zM8 5.5l8-3v13.5l-8-2.5z" />),
  down: (at, hand) => {
    const joint = hand.bench.places.length === 0 ? holdJoint(at, hand) : null;
    if (joint) return { ...joint, up: (up) => (up.far ? joint.up(up) : clicked(up, hand)) };
    return at.recorded ? drawing(at, hand) : letGo(hand);
  },
  onKey: (key, { bench: { places } }) => keyOnPlaces(key, places, () => null),
  hint: ({ places }) =>
    places.length === 0
      ? null
      : say("{count} of four corners; Backspace takes one back. Click a joint to join there.", {
          count: places.length,
        }),
};
