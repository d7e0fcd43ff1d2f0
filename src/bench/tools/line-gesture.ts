import { moveBy, moveEnd } from "@/core/edits";
import type { Vec2 } from "@/core/geometry";
import type { Line } from "@/core/recipe";
import { type Hit, IDLE, type PlumbCommand, type PlumbState, plumbTool } from "./plumb-tool";
import { type At, type Gesture, type Hand, type Outcome, edit, select } from "./tool";

/** What a stroke comes to. */
export interface Stroke {
  /** How it is drawn while it runs. */
  kind(ends: readonly [Vec2, Vec2]): Line["kind"];
  /** It is done; ends in pixels of the original. */
  done(ends: readonly [Vec2, Vec2], at: At): readonly Outcome[];
  /** The pointer was pressed and hardly moved. */
  click(at: At): readonly Outcome[];
}

/** Pixels of the original to one on the screen: how coarsely a hand can aim. */
export const reachOf = ({ projection }: Hand): number => Math.max(1, 1 / projection.view.scale);

/** The machine of plumbTool as a gesture. @param stroke what may be drawn; null: only what is hit is moved. */
export function lineGesture(hand: Hand, hit: Hit, from: Vec2, stroke: Stroke | null): Gesture {
  const reach = reachOf(hand);
  let state: PlumbState;
  let begins: readonly PlumbCommand[];
  [state, begins] = plumbTool(IDLE, { type: "down", at: from, hit, draws: stroke !== null });

  const outcome = (command: PlumbCommand, at: At | null): readonly Outcome[] => {
    switch (command.do) {
      case "select":
        return [select(command.id, command.end)];
      case "add":
        return stroke!.done(command.ends, at!);
      case "moveEnd":
        return [edit(moveEnd(command.id, command.end, command.to, reach))];
      case "moveLine":
        return [edit(moveBy(command.id, null, command.by, reach))];
      case "finish":
        return [];
      case "revert":
        return [{ do: "revert" }];
    }
  };
  const run = (type: "move" | "up", at: At): readonly Outcome[] => {
    const [next, commands] = plumbTool(
      state,
      at.recorded ? { type, at: at.recorded, far: at.far } : { type: "cancel" },
    );
    state = next;
    return commands.flatMap((c) => outcome(c, at));
  };
  return {
    keeps: "map",
    begins: begins.flatMap((c) => outcome(c, null)),
    move: (at) => (at.recorded ? run("move", at) : []),
    up: (at) => {
      const drawing = state.name === "drawing";
      // Pressed, not dragged: what was under the pointer is selected and stays where it is.
      if (!drawing && !at.moved) return [];
      if (state.name === "drawing" && !state.begun && !at.far) return stroke!.click(at);
      return run("up", at);
    },
    marks: () => {
      if (state.name === "end") return { held: { id: state.id, end: state.end } };
      if (state.name !== "drawing" || !state.begun) return {};
      const ends = [state.from, state.to] as const;
      return { stroke: { ends, kind: stroke!.kind(ends) } };
    },
  };
}
