import type { Vec2 } from "@/core/geometry";

/**
 * Drawing plumbs and moving lines: a small state machine. Points are pixels of the original; the
 * caller finds what lies under the pointer and carries out the commands.
 */
export type PlumbState =
  | { readonly name: "idle" }
  | { readonly name: "drawing"; readonly from: Vec2; readonly to: Vec2; readonly begun: boolean }
  | { readonly name: "end"; readonly id: string; readonly end: 0 | 1; readonly off: Vec2 }
  | { readonly name: "line"; readonly id: string; readonly last: Vec2; readonly moved: boolean };

/** What lies under the pointer: an end (with the end's own place), a line, or nothing. */
export type Hit =
  | { readonly on: "end"; readonly id: string; readonly end: 0 | 1; readonly at: Vec2 }
  | { readonly on: "line"; readonly id: string }
  | { readonly on: "nothing" };

export type PointerInput =
  | { readonly type: "down"; readonly at: Vec2; readonly hit: Hit; readonly draws: boolean }
  /** `far`: the pointer is far enough from where it went down to mean a stroke. */
  | { readonly type: "move" | "up"; readonly at: Vec2; readonly far: boolean }
  | { readonly type: "cancel" };

export type PlumbCommand =
  | { readonly do: "select"; readonly id: string | null; readonly end: 0 | 1 | null }
  | { readonly do: "add"; readonly ends: readonly [Vec2, Vec2] }
  | { readonly do: "moveEnd"; readonly id: string; readonly end: 0 | 1; readonly to: Vec2 }
  | { readonly do: "moveLine"; readonly id: string; readonly by: Vec2 }
  | { readonly do: "finish" }
  /** Take back what this gesture has moved so far. */
  | { readonly do: "revert" };

type Result = readonly [PlumbState, readonly PlumbCommand[]];

export const IDLE: PlumbState = { name: "idle" };

const minus = (a: Vec2, b: Vec2): Vec2 => [a[0] - b[0], a[1] - b[1]];

export function plumbTool(state: PlumbState, input: PointerInput): Result {
  if (input.type === "cancel") {
    const moved = state.name === "end" || (state.name === "line" && state.moved);
    return [IDLE, moved ? [{ do: "revert" }] : []];
  }
  if (input.type === "down") return begin(input);
  switch (state.name) {
    case "idle":
      return [IDLE, []];
    case "drawing": {
      const next = { ...state, to: input.at, begun: state.begun || input.far };
      if (input.type === "move") return [next, []];
      // Too short to be a stroke: a click on nothing lets go of the selection.
      if (!next.begun) return [IDLE, [{ do: "select", id: null, end: null }]];
      return [IDLE, [{ do: "add", ends: [next.from, next.to] }, { do: "finish" }]];
    }
    case "end": {
      const to: Vec2 = [input.at[0] + state.off[0], input.at[1] + state.off[1]];
      const move: PlumbCommand = { do: "moveEnd", id: state.id, end: state.end, to };
      return input.type === "move" ? [state, [move]] : [IDLE, [{ do: "finish" }]];
    }
    case "line": {
      if (input.type === "up") return [IDLE, [{ do: "finish" }]];
      if (!state.moved && !input.far) return [state, []];
      const by = minus(input.at, state.last);
      return [{ ...state, last: input.at, moved: true }, [{ do: "moveLine", id: state.id, by }]];
    }
  }
}

function begin({ at, hit, draws }: Extract<PointerInput, { type: "down" }>): Result {
  if (hit.on === "end")
    return [
      { name: "end", id: hit.id, end: hit.end, off: minus(hit.at, at) },
      [{ do: "select", id: hit.id, end: hit.end }],
    ];
  if (hit.on === "line")
    return [{ name: "line", id: hit.id, last: at, moved: false }, [{ do: "select", id: hit.id, end: null }]];
  return draws
    ? [{ name: "drawing", from: at, to: at, begun: false }, []]
    : [IDLE, [{ do: "select", id: null, end: null }]];
}
