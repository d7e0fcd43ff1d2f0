import { useEffect } from "react";
import { useBench } from "@/client/bench-store";
import type { Vec2 } from "@/core/geometry";
import { COURSES } from "@/core/recipe";
import { addLine, changeKind, deleteLine, moveBy, switchLine } from "./line-edits";

/** What each key does, for the card of keys. */
export const KEYS: readonly (readonly [string, string])[] = [
  ["1 – 6", "Course"],
  ["P", "Draw plumbs and sills (Alt: no cling)"],
  ["I", "Level by a stroke"],
  ["R", "Turn the picture (Shift: roll)"],
  ["A", "Mark a face"],
  ["T", "Trace an edge for the lens: a stroke, or clicks and Enter"],
  ["B", "Pull a bowed edge straight"],
  ["M", "Move the picture, select marks"],
  ["N", "New plumb in the middle"],
  ["J / K", "Next / previous line"],
  ["E", "One end, the other, the whole line"],
  ["Arrows", "Move it by 1 px (Shift 10, Alt 0.1)"],
  ["V", "Plumb or sill"],
  ["C, Y", "Cling to the edge, lengthen along it"],
  ["W", "Turn this sill's wall face-on"],
  ["Q", "Find lines in the photo"],
  ["U", "Map of the stretch"],
  ["X", "Line on or off"],
  ["Delete", "Delete the line"],
  ["S", "As shot / corrected"],
  ["O (hold)", "The original alone"],
  ["H", "Marks shown or hidden"],
  ["G", "Grid over the picture"],
  ["L", "Take the lens profile that fits"],
  ["F, D", "Fit, 100 %"],
  ["+ −", "Larger, smaller"],
  ["Space + drag", "Pan"],
  ["Ctrl Z, Ctrl Shift Z", "Undo, redo"],
  ["Esc", "Drop what is being drawn"],
];

const ARROWS: Readonly<Record<string, Vec2>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Moves by the keys within this time of each other are one step back, ms. */
const BURST_MS = 900;
let burst = { key: "", at: 0 };

const zoom = (what: string): void => void window.dispatchEvent(new CustomEvent("bench-zoom", { detail: what }));

/** Handles a key; @returns whether it was one of ours. */
function press(event: KeyboardEvent): boolean {
  const bench = useBench.getState();
  const { recipe, selected, selectedEnd, size } = bench;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (event.ctrlKey || event.metaKey) {
    if (key === "z") {
      if (event.shiftKey) bench.redo();
      else bench.undo();
      return true;
    }
    if (key === "y") bench.redo();
    return key === "y";
  }
  const arrow = ARROWS[key];
  if (arrow && selected) {
    const by = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    const now = Date.now();
    const name = `keys-${selected}-${selectedEnd}`;
    burst = { key: burst.key.startsWith(name) && now - burst.at < BURST_MS ? burst.key : `${name}-${now}`, at: now };
    moveBy(bench, selected, selectedEnd, [arrow[0] * by, arrow[1] * by], burst.key);
    return true;
  }
  const course = COURSES[Number(key) - 1];
  if (course) {
    if (course.ready) bench.set({ course: course.key });
    return true;
  }
  switch (key) {
    case "p":
      bench.set({ course: "lines", tool: "plumb" });
      return true;
    case "i":
      bench.set({ course: "lines", tool: "level" });
      return true;
    case "r":
      bench.set({ course: "lines", tool: "turn", view: "corrected" });
      return true;
    case "a":
      bench.set({ course: "lines", tool: "face" });
      return true;
    case "v":
      if (selected) changeKind(bench, selected);
      return true;
    case "w": {
      const sill = recipe.lines.find((l) => l.id === selected && l.kind === "sill");
      if (sill) bench.edit("Turn a wall face-on", (r) => void (r.attitude.face = { line: sill.id }));
      return true;
    }
    case "u":
      bench.set({ stretch: !bench.stretch });
      return true;
    case "t":
      bench.set({ course: "lens", tool: "taut" });
      return true;
    case "b":
      bench.set({ course: "lens", tool: "pull", view: "corrected" });
      return true;
    case "m":
      bench.set({ tool: "move" });
      return true;
    case "n": {
      const [x, y] = [size[0] / 2, size[1] / 2];
      const id = addLine(bench, "plumb", [
        [x, y - size[1] * 0.2],
        [x, y + size[1] * 0.2],
      ]);
      bench.set({ selected: id, selectedEnd: 0, marks: true, course: "lines" });
      return true;
    }
    case "j":
    case "k": {
      const n = recipe.lines.length;
      if (n === 0) return true;
      const at = recipe.lines.findIndex((l) => l.id === selected);
      const next = at < 0 ? 0 : (at + (key === "j" ? 1 : n - 1)) % n;
      bench.set({ selected: recipe.lines[next]!.id, selectedEnd: null });
      return true;
    }
    case "e":
      bench.set({ selectedEnd: selectedEnd === null ? 0 : selectedEnd === 0 ? 1 : null });
      return true;
    case "x":
      if (selected) switchLine(bench, selected);
      return true;
    case "Delete":
    case "Backspace":
      if (!selected) return false;
      deleteLine(bench, selected);
      bench.set({ selected: null });
      return true;
    case "s":
      bench.set({ view: bench.view === "corrected" ? "as-shot" : "corrected" });
      return true;
    case "h":
      bench.set({ marks: !bench.marks });
      return true;
    case "g":
      bench.set({ grid: !bench.grid });
      return true;
    case "f":
      zoom("fit");
      return true;
    case "d":
      zoom("actual");
      return true;
    case "+":
    case "=":
      zoom("in");
      return true;
    case "-":
      zoom("out");
      return true;
    case "o":
      bench.set({ holding: true });
      return true;
    default:
      return false;
  }
}

/** The Bench's keys, wherever the focus is, except in a field that takes text or an open dialog. */
export function useKeys(): void {
  useEffect(() => {
    const down = (event: KeyboardEvent): void => {
      const target = event.target instanceof HTMLElement ? event.target : null;
      if (target?.closest("input:not([type=range]):not([type=checkbox]), textarea, select, dialog")) return;
      if (target?.closest("input[type=range]") && event.key.startsWith("Arrow")) return;
      if (press(event)) event.preventDefault();
    };
    const release = (): void => useBench.getState().set({ holding: false });
    const up = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() === "o") release();
    };
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", release);
    return () => {
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", release);
    };
  }, []);
}
