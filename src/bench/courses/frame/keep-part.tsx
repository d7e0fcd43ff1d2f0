"use client";

import { tell } from "@/core/language";
import { say, sayList } from "@/language";
import { X } from "lucide-react";
import { useBench } from "@/client/bench-store";
import { deleteKeepMark, freeFrame } from "@/core/edits";
import { frameWithGaps, missedBy, rectBeforeTurn } from "@/core/frame";
import type { Rect } from "@/core/geometry";
import { type CompiledMap, placedMarks, withCamera } from "@/core/render";
import { percent } from "@/ui";
import { shownRatio } from "./hold-frame";

/** What must stay in: a row for each mark, and the frame that would hold all of them where the clean one cannot. */
export function KeepPart({ map }: { map: CompiledMap }) {
  const { recipe, size, edit } = useBench();
  const { frame } = recipe;
  const marks = placedMarks(recipe, map.fromRecorded);
  if (marks.length === 0)
    return (
      <p className="ruled border-t px-3.5 py-2">
        {say(
          "Keep (Shift K) marks what must stay in: the ridge of the roof, the lit alcove, the doorbells. The clean frame then goes around it.",
        )}
      </p>
    );
  const rows = marks.map((mark, i) => ({ mark, name: `K${i + 1}`, missed: missedBy(map.frame, mark) }));
  const out = rows.filter((r) => r.missed === null || r.missed > 1);
  const reachable = marks.filter((m) => m.at !== null);
  const offer = out.length > 0 ? frameWithGaps(map.outline, map.frame, shownRatio(frame), reachable) : null;
  return (
    <section className="ruled border-t px-3.5 py-2" aria-label={say("Keep marks")}>
      <table className="w-full">
        <tbody>
          {rows.map(({ mark, name, missed }) => (
            <tr key={mark.id}>
              <th scope="row" className="w-10 text-left font-semibold">
                {name}
              </th>
              <td>
                {missed === null
                  ? say("cannot be seen in the corrected picture")
                  : missed > 1
                    ? say("outside by {missed} px", { missed: Math.ceil(missed) })
                    : say("in the frame")}
              </td>
              <td className="w-8 text-right">
                <button
                  className="btn btn-ghost btn-xs size-6 p-0"
                  aria-label={say("Delete {name}", { name })}
                  onClick={() => edit(deleteKeepMark(mark.id))}
                >
                  <X size={14} />
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {offer && frame.rule === "clean" && (
        <div className="space-y-1.5 pt-1.5" role="status">
          <p>
            {say(
              "No frame without gaps holds {marks}. One that holds all of them is empty over {gapShare}; or ease the correction in Lines.",
              { marks: sayList(out.map((r) => r.name)), gapShare: percent(offer.gapShare) },
            )}
          </p>
          <button
            className="btn btn-sm"
            onClick={() => {
              const shown = offer.rect.map(Math.round) as unknown as Rect;
              edit(freeFrame(rectBeforeTurn(withCamera(recipe, size), shown), tell("Frame with gaps")));
            }}
          >
            {say("Take the frame with gaps")}
          </button>
        </div>
      )}
    </section>
  );
}
