import { type ToolButton, toolIcon } from "../../tools/tool-button";

const LINE: ToolButton = {
  name: "plumb",
  label: "Line",
  words: "Draw plumbs and sills",
  key: "p",
  icon: toolIcon(
    <>
      <path d="M9 1v9" />
      <path d="M6 10h6l-3 7z" />
    </>,
  ),
};

const LEVEL: ToolButton = {
  name: "level",
  label: "Level",
  words: "Level by a stroke",
  key: "i",
  icon: toolIcon(
    <>
      <path d="M1.5 9h15" />
      <rect x="6" y="6.2" width="6" height="5.6" rx="2.6" />
    </>,
  ),
};

const TURN: ToolButton = {
  name: "turn",
  label: "Turn",
  words: "Turn the picture (Shift: roll)",
  key: "r",
  corrected: true,
  icon: toolIcon(
    <>
      <ellipse cx="9" cy="9" rx="7" ry="3" />
      <path d="M9 1.5v15" strokeDasharray="2 2" />
    </>,
  ),
};

const FACE: ToolButton = {
  name: "face",
  label: "Face",
  words: "Mark a face",
  key: "a",
  icon: toolIcon(<path d="M3 4.5L15 2.5V15L3 13.5zM3 9l4-5M5 13.7l9-11" />),
};

export const LINES_TOOLS = [LINE, LEVEL, TURN, FACE] as const;
