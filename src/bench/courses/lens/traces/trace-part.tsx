"use client";

import { capital } from "@/core/language";
import { put, say, sayError } from "@/language";
import { useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { type Photo, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { equivalentOf } from "@/core/camera";
import { adviseTraces, asStored, bowOfTrace, orientationOf, termsInWords } from "@/core/lens";
import type { Line } from "@/core/recipe";
import { notify, fixed } from "@/ui";
import type { Derived } from "../../../derived";
import { deleteLine, switchLine, tracesOf } from "@/core/edits";
import { solveFromTraces } from "./trace-edges";
import { useTraceSolution } from "./use-trace-solution";

/** What has been traced: the bow of each before and after, what the traces determine, and where another would help. */
export function TracePart({ photo, derived }: { photo: Photo; derived: Derived }) {
  const { recipe, size, set } = useBench();
  const traces = useMemo(() => tracesOf(recipe), [recipe]);
  const solution = useTraceSolution();
  const rows = useMemo(
    () =>
      recipe.lines
        .filter((l) => l.kind === "taut")
        .map((line) => {
          const ideal = line.points.map((p) => derived.map.lens.undistort(p));
          return { line, before: bowOfTrace(line.points), after: bowOfTrace(ideal) };
        }),
    [recipe.lines, derived.map.lens],
  );
  const advice = adviseTraces(traces, size, solution);
  return (
    <section className="ruled border-b px-3.5 py-2" aria-label={say("Traced edges")}>
      {rows.length > 0 && (
        <table className="mb-1.5 w-full border-collapse" aria-label={say("Traces")}>
          <thead>
            <tr className="muted text-right text-[0.85rem]">
              <th className="text-left font-medium">{say("Trace")}</th>
              <th className="font-medium">{say("Bow")}</th>
              <th className="font-medium">{say("After")}</th>
              <th className="font-medium">{say("Counts")}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map(({ line, before, after }) => (
              <TraceRow
                key={line.id}
                {...{ line, before, after }}
                name={derived.names.get(line.id)!}
                counts={solution?.counted.get(line.id) ?? null}
              />
            ))}
          </tbody>
        </table>
      )}
      {solution && (
        <p className="mb-1">
          {say("{terms}; residual {rms} px over {samples} samples; k1 ± {sigma}.", {
            terms: capital(termsInWords(solution)),
            rms: fixed(solution.rmsPx, 2),
            samples: solution.samples,
            sigma: fixed(solution.sigma.k[0]!, 4),
          })}
        </p>
      )}
      {advice
        .map(({ text }) => put(text))
        .map((text) => (
          <p key={text} className="mb-1">
            {text}
          </p>
        ))}
      <div className="flex flex-wrap gap-1.5">
        <button className="btn btn-sm" title="T" onClick={() => set({ tool: "taut" })}>
          {say("Trace an edge (T)")}
        </button>
        {traces.length > 0 && (
          <button className="btn btn-sm" onClick={() => void solveFromTraces(useBench.getState)}>
            {traces.length === 1
              ? say("Solve from the trace")
              : say("Solve from {count} traces", { count: traces.length })}
          </button>
        )}
        {recipe.lens.from === "traced" && <SaveAsProfile photo={photo} />}
      </div>
    </section>
  );
}

interface RowParts {
  line: Line;
  name: string;
  /** Its bow, pixels. */
  before: number;
  after: number;
  /** How much it counts, 0…1; null where it is not told. */
  counts: number | null;
}

function TraceRow({ line, name, before, after, counts }: RowParts) {
  const { selected, set, edit } = useBench();
  return (
    <tr
      aria-selected={line.id === selected}
      className={`cursor-pointer text-right ${line.id === selected ? "bg-base-300" : ""} ${line.on ? "" : "opacity-55"}`}
      onClick={() => set({ selected: line.id, selectedEnd: null })}
    >
      <td className="text-left">
        <button className="bubble" data-kind="taut" aria-label={say("Select trace {name}", { name: name })}>
          {name}
        </button>
      </td>
      <td>{say("{before} px", { before: fixed(before, 1) })}</td>
      <td className="font-semibold">{say("{after} px", { after: fixed(after, 1) })}</td>
      <td>{counts === null ? "–" : `${Math.round(100 * counts)} %`}</td>
      <td className="whitespace-nowrap">
        <button className="btn btn-ghost btn-xs" onClick={() => edit(switchLine(line.id))}>
          {line.on ? say("Off") : say("On")}
        </button>
        <button
          className="btn btn-ghost btn-xs"
          aria-label={say("Delete trace {name}", { name: name })}
          onClick={() => edit(deleteLine(line.id))}
        >
          ×
        </button>
      </td>
    </tr>
  );
}

/** Keeps what was traced as a profile for this lens at this focal length. */
function SaveAsProfile({ photo }: { photo: Photo }) {
  const { recipe, size } = useBench();
  const client = useQueryClient();
  const save = async (): Promise<void> => {
    const { lens, camera } = recipe;
    const unit = Math.hypot(size[0], size[1]) / 2;
    const equivalent = photo.equivalentMm ?? (camera.focalPx ? equivalentOf(size, camera.focalPx) : 50);
    const focalMm = photo.focalMm ?? equivalent;
    const crop = equivalent / focalMm;
    const centre = lens.centre ?? [size[0] / 2, size[1] / 2];
    const offset = [(centre[0] - size[0] / 2) / unit, (centre[1] - size[1] / 2) / unit] as const;
    const onSensor = asStored({ p: lens.p, centre: offset }, orientationOf(photo.orientation));
    try {
      const { document } = await api.keepProfile({
        format: "flat-stone-lens",
        version: 1,
        name: `${photo.lens ?? "Lens"} at ${Number(focalMm.toFixed(1))} mm, traced`,
        lens: photo.lens ? [photo.lens] : [],
        camera: photo.camera ? [photo.camera] : [],
        sensor: { width: 36 / crop, height: 24 / crop },
        distortion: [
          {
            focalMm,
            k: lens.k,
            ...onSensor,
          },
        ],
        notes: say("Traced on {name}.", { name: photo.name }),
      });
      await client.invalidateQueries({ queryKey: ["profiles"] });
      notify(say("Kept as {name}.", { name: document.name }));
    } catch (error) {
      notify(say("The profile was not kept: {message}", { message: sayError(error as Error) }), "error");
    }
  };
  return (
    <button className="btn btn-sm" onClick={() => void save()}>
      {say("Keep as a profile")}
    </button>
  );
}
