import { type ToolButton, toolIcon } from "../../tools/tool-button";

const TAUT: ToolButton = {
  name: "taut",
  label: "Trace",
  words: "Trace an edge for the lens: a stroke, or clicks and Enter",
  key: "t",
  icon: toolIcon(
    <>
      <path d="M2 12C6 5 12 5 16 12" strokeDasharray="3 2" />
      <path d="M2 9.5v5M16 9.5v5" />
    </>,
  ),
};

const PULL: ToolButton = {
  name: "pull",
  label: "Pull",
  words: "Pull a bowed edge straight",
  key: "b",
  corrected: true,
  icon: toolIcon(
    <>
      <path d="M2 11C6 4 12 4 16 11" />
      <path d="M9 9v6M9 15l-2-2.2M9 15l2-2.2" />
    </>,
  ),
};

export const LENS_TOOLS = [TAUT, PULL] as const;
