"use client";

import { say } from "@/language";
import { useBench } from "@/client/bench-store";
import { drawTaut } from "@/core/edits";
import { type BendSettings, type BowedEdge, bendNames } from "@/core/shape/bend";
import { fixed } from "@/ui";
import type { Derived } from "../../../derived";
import { newId } from "../../../new-id";
import { useSheetView } from "../../../picture/sheet-view";
import { PLACE_WORDS, thirdOf } from "../../../place-words";

/** So many are listed and drawn, the worst. */
export const BOWED_SHOWN = 4;
/** So close an edge is looked at. */
const CLOSE = 1;

/** Straight edges of the photo that the marks would bow: where they are, and a taut line for each at a press. */
export function BowedPart({ shape, derived }: { shape: BendSettings; derived: Derived }) {
  const bowed = derived.bend?.bowed ?? [];
  if (bowed.length === 0) return null;
  const names = bendNames(shape);
  const eased = bowed[0]!.nearest;
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label={say("Edges that bow")}>
      <p className="pb-1">
        {eased === null
          ? say("These straight edges would bow. Draw a taut line along them:")
          : say("These straight edges would bow. Draw a taut line along them, or ease {name}:", {
              name: names.get(eased) ?? "",
            })}
      </p>
      <ul>
        {bowed.slice(0, BOWED_SHOWN).map((edge) => (
          <BowedRow key={edge.number} edge={edge} shape={shape} frame={derived.map.frame} />
        ))}
      </ul>
      {bowed.length > BOWED_SHOWN && (
        <p className="muted">{say("and {count} more, by less", { count: bowed.length - BOWED_SHOWN })}</p>
      )}
    </section>
  );
}

function BowedRow({
  edge: { at, bowPx, number },
  shape: { edges = [] },
  frame: [x, y, w, h],
}: {
  edge: BowedEdge;
  shape: BendSettings;
  frame: Derived["map"]["frame"];
}) {
  const { edit } = useBench();
  const where = PLACE_WORDS[thirdOf(at[1] - y, h)]![thirdOf(at[0] - x, w)]!;
  const [ax, ay, bx, by] = edges[number]!;
  return (
    <li className="flex items-center gap-2">
      <button
        className="btn btn-ghost btn-xs h-auto grow justify-between py-1 text-left font-normal"
        onClick={() => useSheetView.getState().lookOn(at, CLOSE)}
      >
        <span>{where}</span>
        <span className="tabular-nums">{say("bows by {px} px", { px: fixed(bowPx, bowPx < 9.95 ? 1 : 0) })}</span>
      </button>
      <button
        className="btn btn-xs"
        aria-label={say("Taut line along the edge: {where}", { where })}
        onClick={() =>
          edit(
            drawTaut(newId(), [
              [ax, ay],
              [bx, by],
            ]),
          )
        }
      >
        {say("Straighten")}
      </button>
    </li>
  );
}
