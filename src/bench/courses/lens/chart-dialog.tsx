"use client";

import { say } from "@/core/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Measured, api, previewUrl } from "@/client";
import { Dialog, notify, fixed } from "@/ui";
import { ResidualPlot } from "./residual-plot";

/** Measures a lens from pictures of a printed chart: choose them, say its corners, look at what is left over, keep the profile. */
export function ChartDialog({ assignmentId, onClose }: { assignmentId: string; onClose: () => void }) {
  const cache = useQueryClient();
  const { data: photos = [] } = useQuery({
    queryKey: ["photos", assignmentId],
    queryFn: () => api.photos(assignmentId),
  });
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [corners, setCorners] = useState("9 x 6");
  const [kind, setKind] = useState<"checker" | "lines">("checker");
  const match = /^\s*(\d{1,3})\s*[x×,]\s*(\d{1,3})\s*$/i.exec(corners);
  const measure = useMutation({
    mutationFn: () =>
      api.calibrate(assignmentId, { photoIds: [...chosen], columns: Number(match![1]), rows: Number(match![2]), kind }),
  });
  const keep = useMutation({
    mutationFn: (measured: Measured) => api.keepProfile(measured.profile),
    onSuccess: async ({ document }) => {
      await cache.invalidateQueries({ queryKey: ["profiles"] });
      notify(say("Kept as {name}.", { name: document.name }));
      onClose();
    },
    onError: (error) => notify(say("The profile was not kept: {message}", { message: error.message }), "error"),
  });
  const toggle = (id: string): void => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  return (
    <Dialog title={say("Measure the lens from charts")} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(e) => {
          e.preventDefault();
          measure.mutate();
        }}
      >
        <p>
          {say(
            "Choose pictures of one chart taken with this lens at one focal length, from several angles; the whole chart in each.",
          )}
        </p>
        <ul className="grid max-h-56 grid-cols-4 gap-2 overflow-y-auto" aria-label={say("Pictures")}>
          {photos.map((p) => (
            <li key={p.id}>
              <label className="ruled block cursor-pointer rounded border p-1 has-checked:border-base-content has-checked:bg-base-300">
                <input type="checkbox" className="sr-only" checked={chosen.has(p.id)} onChange={() => toggle(p.id)} />
                <img src={previewUrl(p.sha256, "thumb")} alt="" className="h-16 w-full object-contain" loading="lazy" />
                <span className="block truncate text-center text-[0.85rem]">{p.name}</span>
              </label>
            </li>
          ))}
        </ul>
        <div className="flex items-center gap-3">
          <label className="flex items-center gap-2">
            {say("Corners across × down")}
            <input className="input input-sm w-24" value={corners} onChange={(e) => setCorners(e.target.value)} />
          </label>
          <select
            className="select select-sm w-auto"
            aria-label={say("Kind of chart")}
            value={kind}
            onChange={(e) => setKind(e.target.value as typeof kind)}
          >
            <option value="checker">{say("Checkerboard, inner corners")}</option>
            <option value="lines">{say("Grid of lines, crossings")}</option>
          </select>
          <button
            className="btn btn-primary btn-sm ml-auto"
            disabled={!match || chosen.size === 0 || measure.isPending}
          >
            {measure.isPending ? say("Measuring …") : say("Measure")}
          </button>
        </div>
        {measure.error && (
          <p role="alert" className="rounded bg-error p-2 text-error-content">
            {measure.error.message}
          </p>
        )}
      </form>
      {measure.data && (
        <section className="mt-3" aria-label={say("Result")}>
          <p>
            {say("Focal length {focal} ± {sigma} px, bow at the corner {bow} %. Corners miss by {rms} px.", {
              focal: fixed(measure.data.focalPx, 1),
              sigma: fixed(measure.data.sigmaFocalPx, 1),
              bow: fixed(100 * (measure.data.k[0] + measure.data.k[1] + measure.data.k[2]), 2),
              rms: fixed(measure.data.rmsPx, 2),
            })}
          </p>
          {measure.data.without.length > 0 && (
            <p>{say("No chart was found in {without}.", { without: measure.data.without.join(", ") })}</p>
          )}
          <div className="my-2 grid grid-cols-3 gap-2">
            {measure.data.views.map((view, i) => (
              <ResidualPlot
                key={measure.data.used[i]}
                name={measure.data.used[i]!}
                size={measure.data.size}
                view={view}
              />
            ))}
          </div>
          <button
            className="btn btn-primary btn-sm"
            disabled={keep.isPending}
            onClick={() => keep.mutate(measure.data)}
          >
            {say("Keep as a profile")}
          </button>
        </section>
      )}
    </Dialog>
  );
}
