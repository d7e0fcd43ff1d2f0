"use client";

import { put, say } from "@/language";
import type { Photo } from "@/client";
import { useBench } from "@/client/bench-store";
import { Fold, fixed } from "@/ui";
import type { Derived } from "../../derived";
import { clingLine, lengthenLine } from "./cling-line";
import { changeKind, switchLine, turnFaceOn } from "@/core/edits";
import { OwnEdgesCard } from "../../own-edges/own-edges-card";
import { CourseSwitch } from "../course-switch";
import { HowFar } from "../how-far";
import { LensNudge } from "./lens-nudge";
import { AttitudePanel } from "./attitude-panel";
import { FacePart } from "./face-part";
import { FoundPart } from "./found-part";
import { LinesChart } from "./lines-chart";
import { Schedule } from "./schedule";
import { WallPart } from "./wall-part";

/** Course 2: the schedule of lines, what they say, and the attitude that follows. */
export function LinesPanel({ photo, derived }: { photo: Photo; derived: Derived }) {
  return (
    <>
      <OwnEdgesCard photo={photo} />
      <LensNudge photo={photo} />
      <CourseSwitch title={say("Line schedule")} course="attitude" />
      <Schedule rows={derived.rows} />
      <SelectedLine photo={photo} />
      <div className="ruled border-b px-3.5 py-2" role="status" data-testid="messages">
        {derived.messages.map((m, i) => (
          <p key={`${m.code}-${i}`} className={m.code === "contradicts" ? "font-semibold text-error" : ""}>
            {put(m.text)}
            {m.code === "contradicts" && <SetAside id={m.lines[0]} />}
          </p>
        ))}
        {derived.next && (
          <p>
            {derived.next.what === "pitch"
              ? say("One more plumb along the dotted line would bring the pitch from ±{now}° to ±{then}°.", {
                  now: fixed(derived.next.now, 2),
                  then: fixed(derived.next.then, 2),
                })
              : say("One more plumb along the dotted line would bring the roll from ±{now}° to ±{then}°.", {
                  now: fixed(derived.next.now, 2),
                  then: fixed(derived.next.then, 2),
                })}
          </p>
        )}
      </div>
      <FoundPart photo={photo} />
      <WallPart derived={derived} />
      <FacePart derived={derived} />
      <AttitudePanel derived={derived} />
      <HowFar derived={derived} />
      {derived.rows.length > 1 && (
        <Fold id="lines-chart" title={say("Out of true, line by line")}>
          <LinesChart rows={derived.rows} />
        </Fold>
      )}
    </>
  );
}

/** Sets a line that contradicts the others aside: it is kept, and does not count. The sides of faces have no line of their own. */
function SetAside({ id }: { id: string | undefined }) {
  const { recipe, edit } = useBench();
  if (!recipe.lines.some((l) => l.id === id && l.on)) return null;
  return (
    <button className="btn btn-xs ml-1.5" onClick={() => edit(switchLine(id!))}>
      {say("Set it aside")}
    </button>
  );
}

/** What can be done with the selected line. */
function SelectedLine({ photo }: { photo: Photo }) {
  const bench = useBench();
  const line = bench.recipe.lines.find((l) => l.id === bench.selected);
  if (!line || line.kind === "taut") return null;
  const { id } = line;
  return (
    <div
      className="ruled flex flex-wrap gap-1 border-b px-3.5 py-1.5"
      role="group"
      aria-label={say("The selected line")}
    >
      <button className="btn btn-xs" title="V" onClick={() => bench.edit(changeKind(id))}>
        {line.kind === "plumb" ? say("Make it a sill") : say("Make it a plumb")}
      </button>
      <button className="btn btn-xs" title="C" onClick={() => void clingLine(useBench.getState, photo, id, 1, true)}>
        {say("Cling")}
      </button>
      <button className="btn btn-xs" title="Y" onClick={() => void lengthenLine(useBench.getState, photo, id)}>
        {say("Lengthen")}
      </button>
      {line.kind === "sill" && (
        <button className="btn btn-xs" title="W" onClick={() => bench.edit(turnFaceOn({ line: id }))}>
          {say("Turn its wall")}
        </button>
      )}
      <span className="muted ml-auto">
        {line.sigma ? say("placed ± {sigma} px", { sigma: fixed(line.sigma, 2) }) : say("placed by hand")}
      </span>
    </div>
  );
}
