import { useBench } from "@/client/bench-store";
import type { Rect } from "@/core/geometry";
import { EndsLayer } from "../check/ends/ends-layer";
import { useEnds } from "../check/ends/ends-state";
import { Guides } from "../check/guides/guides";
import type { RunningMarks, Tool } from "../tools/tool";
import { ToolInHand } from "../tools/tool-in-hand";
import { SheetStage } from "./sheet-stage";

type Stage = Parameters<typeof SheetStage>[0];

interface Props extends Omit<Stage, "stroke" | "area"> {
  marks: RunningMarks;
  tool: Tool;
  element: HTMLElement | null;
  pictures(): readonly (HTMLCanvasElement | null)[];
  /** Where the picture lies on the sheet, CSS pixels; null until it is there. */
  field: Rect | null;
  /** What of the plane is delivered. */
  frame: Rect;
}

/** What one works with on the picture: marks, guides, the ends of what is cut off, and what the tool in hand draws. */
export function AtWork({ marks, tool, element, pictures, field, frame, ...stage }: Props) {
  const hasGuides = useBench((s) => s.marks);
  const ends = useEnds((s) => s.shown);
  const { derived, projection, sheet, asShot, colours } = stage;
  const { view } = projection;
  return (
    <>
      <ToolInHand value={tool}>
        <SheetStage {...stage} stroke={marks.stroke ?? null} area={marks.area ?? null} />
      </ToolInHand>
      {!asShot && hasGuides && <Guides map={derived.map} view={view} sheet={sheet} />}
      {ends && field && <EndsLayer {...{ pictures, element, field, frame, view, colours }} />}
      {tool.Overlay && !asShot && (
        <tool.Overlay {...{ name: tool.name, element, projection, pictures, sheet, colours }} />
      )}
    </>
  );
}
