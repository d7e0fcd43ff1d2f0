"use client";

import { say, sayError } from "@/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Measured, type PhotoOnBoard, api, previewUrl } from "@/client";
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
    onError: (error) => notify(say("The profile was not kept: {message}", { message: sayError(error) }), "error"),
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
        <Charts photos={photos} chosen={chosen} onTurn={toggle} />
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
            {sayError(measure.error)}
          </p>
        )}
      </form>
      {measure.data && (
        <Result measured={measure.data} isKeeping={keep.isPending} onKeep={() => keep.mutate(measure.data)} />
      )}
    </Dialog>
  );
}

interface ChartsParts {
  photos: readonly PhotoOnBoard[];
  chosen: ReadonlySet<string>;
  onTurn(id: string): void;
}

/** The visit's photos, to choose those of charts from. */
function Charts({ photos, chosen, onTurn }: ChartsParts) {
  return (
    <ul className="grid max-h-56 grid-cols-4 gap-2 overflow-y-auto" aria-label={say("Pictures")}>
      {photos.map((p) => (
        <li key={p.id}>
          <label className="ruled block cursor-pointer rounded border p-1 has-checked:border-base-content has-checked:bg-base-300">
            <input type="checkbox" className="sr-only" checked={chosen.has(p.id)} onChange={() => onTurn(p.id)} />
            <img src={previewUrl(p.sha256, "thumb")} alt="" className="h-16 w-full object-contain" loading="lazy" />
            <span className="block truncate text-center text-[0.85rem]">{p.name}</span>
          </label>
        </li>
      ))}
    </ul>
  );
}

interface ResultParts {
  measured: Measured;
  isKeeping: boolean;
  onKeep(): void;
}

/** What the charts tell, and what they leave over at every corner. */
function Result({ measured, isKeeping, onKeep }: ResultParts) {
  return (
    <section className="mt-3" aria-label={say("Result")}>
      <p>
        {say("Focal length {focal} ± {sigma} px, bow at the corner {bow} %. Corners miss by {rms} px.", {
          focal: fixed(measured.focalPx, 1),
          sigma: fixed(measured.sigmaFocalPx, 1),
          bow: fixed(100 * (measured.k[0] + measured.k[1] + measured.k[2]), 2),
          rms: fixed(measured.rmsPx, 2),
        })}
      </p>
      {measured.without.length > 0 && (
        <p>{say("No chart was found in {without}.", { without: measured.without.join(", ") })}</p>
      )}
      <div className="my-2 grid grid-cols-3 gap-2">
        {measured.views.map((view, i) => (
          <ResidualPlot key={measured.used[i]} name={measured.used[i]!} size={measured.size} view={view} />
        ))}
      </div>
      <button className="btn btn-primary btn-sm" disabled={isKeeping} onClick={onKeep}>
        {say("Keep as a profile")}
      </button>
    </section>
  );
}
