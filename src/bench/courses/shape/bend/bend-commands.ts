import { say } from "@/language";
import { borderStraight, deleteBendMark, moveTaut, placeJoint, pullJoint, switchBendMark } from "@/core/edits";
import { ARROW_KEYS, arrowOf, burstOf } from "../../../commands/arrows";
import type { Command, CommandContext } from "../../../commands/command";
import { switchMesh, switchPulling, useBend } from "./bend-state";
import { pulledBy } from "./hold-joint";

const group = "shape";

/** Whether a mark of the shape is selected. */
const can = ({ get }: Pick<CommandContext, "get">): boolean => {
  const { course, recipe, selected } = get();
  if (course !== "shape" || !recipe.shape) return false;
  const { taut, faces, shields } = recipe.shape;
  return [...taut, ...faces, ...shields].some((m) => m.id === selected);
};
const inShape = ({ get }: Pick<CommandContext, "get">): boolean => get().course === "shape";

/** What can be done with taut lines, joined faces and shields. */
export const BEND_COMMANDS: readonly Command[] = [
  {
    id: "nudge-bent",
    words: say("Move the taut line, or the face's joint, by 1 px (Shift 10, Alt 0.1)"),
    group,
    keys: ARROW_KEYS,
    written: say("Arrows"),
    can,
    run: ({ get }, held) => {
      const by = arrowOf(held);
      const { recipe, size, selected, selectedEnd, edit } = get();
      if (!by || !recipe.shape) return;
      if (recipe.shape.taut.some((t) => t.id === selected)) {
        edit(moveTaut(selected!, selectedEnd, by), burstOf(`keys-${selected}-${selectedEnd ?? ""}`, get));
        return;
      }
      const { joint: id, pulling } = useBend.getState();
      const joint = recipe.shape.joints.find((j) => j.id === id);
      if (!joint) return;
      const from = pulling ? pulledBy(recipe, size, joint) : joint.at;
      const to = [from[0] + by[0], from[1] + by[1]] as const;
      edit(pulling ? pullJoint(joint.id, to) : placeJoint(joint.id, to), burstOf(`keys-${joint.id}-${pulling}`, get));
    },
  },
  {
    id: "next-joint",
    words: say("The face's next joint"),
    group,
    keys: ["Shift+e"],
    can: (context) => can(context) && context.get().recipe.shape!.faces.some((f) => f.id === context.get().selected),
    run: ({ get }) => {
      const face = get().recipe.shape!.faces.find((f) => f.id === get().selected)!;
      const at = face.joints.indexOf(useBend.getState().joint ?? "");
      useBend.setState({ joint: face.joints[(at + 1) % 4]! });
    },
  },
  {
    id: "pull-joints",
    words: say("Joints pull the picture, or are put where they belong"),
    group,
    keys: ["`"],
    can: inShape,
    run: switchPulling,
  },
  {
    id: "border-straight",
    words: say("Pull the photo's own border straight, as far as everything else allows"),
    group,
    keys: [],
    can: inShape,
    run: ({ get }) => get().edit(borderStraight(get().size)),
  },
  { id: "mesh", words: say("Mesh over the picture"), group, keys: [], can: inShape, run: switchMesh },
  {
    id: "switch-bent",
    words: say("Mark of the shape on or off"),
    group,
    keys: ["Shift+x"],
    can,
    run: ({ get }) => get().edit(switchBendMark(get().selected!)),
  },
  {
    id: "delete-bent",
    words: say("Delete the mark of the shape"),
    group,
    keys: ["Delete", "Backspace"],
    can,
    run: ({ get }) => {
      get().edit(deleteBendMark(get().selected!));
      get().set({ selected: null });
    },
  },
];
