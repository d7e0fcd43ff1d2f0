import { say } from "@/language";
import type { Tool } from "../../../../tools/tool";
import { toolIcon } from "../../../../tools/tool-button";
import { drawsMeasure } from "./draw-measure";

/** Something rectangular of known size or ratio: a door, a sheet of paper. */
export const RECTANGLE: Tool = {
  name: "known-rectangle",
  label: say("Oblong"),
  words: say("Known rectangle: drag over it, or click its four corners"),
  key: "Shift+r",
  cursor: "crosshair",
  icon: toolIcon(<path d="M4 2.5h7v13H4zM13.5 2.5h2M14.5 2.5v13M13.5 15.5h2" />),
  ...drawsMeasure("rectangle"),
};

/** Rows and columns of things of one size: tiles, bricks. */
export const GRID: Tool = {
  name: "known-grid",
  label: say("Tiles"),
  words: say("Known tiles: drag over so many, or click the four corners of all"),
  key: "Shift+g",
  cursor: "crosshair",
  icon: toolIcon(<path d="M2.5 2.5h13v13h-13zM2.5 9h13M6.8 2.5V9M11.2 9v6.5" />),
  ...drawsMeasure("grid"),
};

/** Something round: a window, a clock. */
export const ROUND: Tool = {
  name: "known-round",
  label: say("Round"),
  words: say("Known circle: drag over it, or click five places and more around it"),
  key: "Shift+o",
  cursor: "crosshair",
  icon: toolIcon(
    <>
      <circle cx="9" cy="9" r="6.5" />
      <path d="M9 .8v3M9 14.2v3M.8 9h3M14.2 9h3" />
    </>,
  ),
  ...drawsMeasure("ellipse"),
};
