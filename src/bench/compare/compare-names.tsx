"use client";

import { say } from "@/language";
import type { Rect } from "@/core/geometry";
import { useCompare } from "./compare-state";
import type { Compared } from "./use-compared";
import { WipeEdge } from "./wipe-edge";

/** What either picture is, in words on it. */
export function CompareNames({ compared: { way, words, first, pane } }: { compared: Compared }) {
  const { front, edge } = useCompare();
  const field: Rect = first.screen;
  const [x, y, w, h] = field;
  const [ox, oy] = pane.screen;
  const name = (text: string, style: React.CSSProperties, id: string) => (
    <span
      key={id}
      className="pointer-events-none absolute z-10 rounded bg-base-100/90 px-2 py-0.5 shadow"
      style={style}
      data-testid={`name-${id}`}
    >
      {text}
    </span>
  );
  const top = y + 10;
  if (way === "hold" || way === "blink") return name(front ? words.other : words.first, { left: x + 10, top }, "shown");
  if (way === "difference")
    return name(
      say("{first} and {other}: black where they are the same, four times as bright", {
        first: words.first,
        other: words.other,
      }),
      { left: x + 10, top },
      "shown",
    );
  if (way !== "wipe")
    return [
      name(words.first, { left: x + 10, top }, "first"),
      name(words.other, { left: ox + 10, top: oy === y ? top : oy + 10 }, "other"),
    ];
  // Either side of the edge, beside its middle.
  const t = (edge.angle * Math.PI) / 180;
  const by = (sign: number): React.CSSProperties => ({
    left: x + edge.at[0] * w + sign * 90 * Math.cos(t),
    top: y + edge.at[1] * h + sign * 34 * Math.sin(t) - 46 * Math.abs(Math.cos(t)),
    transform: "translate(-50%, -50%)",
  });
  return (
    <>
      <WipeEdge field={field} />
      {name(words.first, by(-1), "first")}
      {name(words.other, by(1), "other")}
    </>
  );
}
