import type { BenchState } from "@/client/bench-store";

/** What the pointer does on the sheet, by the course, the tool in hand and what is shown. */
export interface InHand {
  /** What a stroke becomes. */
  readonly drawn: "taut" | "line";
  readonly draws: boolean;
  /** Turns the camera, or pulls at a bowed edge. */
  readonly turns: boolean;
  readonly pulls: boolean;
  readonly editsLines: boolean;
  readonly editsFaces: boolean;
  readonly editsFrame: boolean;
}

const DRAWING = ["plumb", "level", "face"];

export function inHand({
  course,
  tool,
  view,
  marks,
  holding,
}: Pick<BenchState, "course" | "tool" | "view" | "marks" | "holding">): InHand {
  // While the original alone is held in view nothing is edited.
  const on = (own: typeof course): boolean => course === own && !holding;
  const corrected = view === "corrected";
  const traces = course === "lens" && tool === "taut";
  return {
    drawn: traces ? "taut" : "line",
    draws: (traces && !holding) || (on("lines") && DRAWING.includes(tool)),
    turns: on("lines") && tool === "turn" && corrected,
    pulls: on("lens") && tool === "pull" && corrected,
    editsLines: (on("lines") || on("lens")) && marks,
    editsFaces: on("lines") && marks,
    editsFrame: on("frame") && corrected,
  };
}
