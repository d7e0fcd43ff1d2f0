"use client";

import { say, sayError } from "@/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { type Photo, type PhotoOnBoard, api } from "@/client";
import { equivalentOf } from "@/core/camera";
import { type PooledLens, pooledProfile, pooledSigmaAt, sameSetting } from "@/core/own-edges";
import { Dialog, fixed, notify, sayWithBold } from "@/ui";
import { type PhotoState, type VisitLens, poolOf, useVisitLens } from "./visit-lens";

/** Radii at which the ± is told, half diagonals. */
const RADII = [0.25, 0.5, 0.75, 1];

/** Measures the lens from the own edges of all the visit's photos at the open photo's setting, as one measurement. */
export function VisitDialog({ photo, onClose }: { photo: Photo; onClose: () => void }) {
  const { data: all } = useQuery({
    queryKey: ["photos", photo.assignmentId],
    queryFn: () => api.photos(photo.assignmentId),
  });
  const photos = useMemo(() => (all ?? []).filter((p) => sameSetting(p, photo)), [all, photo]);
  const visit = useVisitLens(photos);
  const { states, running } = visit;
  const done = photos.filter((p) => !["waiting", "looking"].includes(states.get(p.id)!.state)).length;
  const result = useMemo(() => poolOf(photos, states), [photos, states]);
  const setting = photo.lens
    ? photo.focalMm
      ? say("{lens} at {focalMm} mm", { lens: photo.lens, focalMm: photo.focalMm })
      : photo.lens
    : say("a lens that the photos do not name, {width} × {height} pixels", {
        width: photo.width,
        height: photo.height,
      });
  return (
    <Dialog title={say("Measure this lens from the visit")} onClose={onClose}>
      <p className="mb-2">
        {say(
          "Every photo of this visit taken with {setting} tells of the lens by its own straight edges. Together they are one measurement: one lens, each photo its own attitude.",
          { setting },
        )}
      </p>
      <table className="table table-sm" aria-label={say("Photos of this setting")}>
        <thead>
          <tr>
            <th>{say("photo")}</th>
            <th className="text-right">{say("bow at the corner")}</th>
            <th className="text-right">{say("focal length")}</th>
            <th>{say("beside the others")}</th>
          </tr>
        </thead>
        <tbody>
          {photos.map((p) => (
            <PhotoRow key={p.id} photo={p} state={states.get(p.id)!} verdict={verdictOn(p, result)} />
          ))}
        </tbody>
      </table>
      <Progress visit={visit} done={done} of={photos.length} />
      {result && !running && <Result photo={photo} {...result} onClose={onClose} />}
    </Dialog>
  );
}

function Progress({ visit: { running, start, stop }, done, of }: { visit: VisitLens; done: number; of: number }) {
  return (
    <div className="my-3 flex items-center gap-3">
      {running ? (
        <>
          <progress className="progress w-48" value={done} max={of} aria-label={say("Photos looked at")} />
          <span role="status">{say("{done} of {of}", { done, of })}</span>
          <button className="btn btn-sm ml-auto" onClick={stop}>
            {say("Stop")}
          </button>
        </>
      ) : (
        done < of && (
          <button className="btn btn-primary btn-sm" onClick={start}>
            {done === 0
              ? say("Look at {of, plural, one {# photo} other {# photos}}", { of })
              : say("Go on with the other {left}", { left: of - done })}
          </button>
        )
      )}
    </div>
  );
}

const signed = (px: number): string => fixed(px, 1).replace("-", "−");

interface Verdict {
  readonly counts: boolean;
  readonly off: number | null;
}

function verdictOn(photo: PhotoOnBoard, result: ReturnType<typeof poolOf>): Verdict | null {
  const i = result?.used.findIndex((u) => u.photo.id === photo.id) ?? -1;
  if (!result || i < 0 || result.used.length < 3) return null;
  return { counts: !result.pooled.disagree.includes(i), off: result.pooled.off[i] ?? null };
}

function PhotoRow({ photo, state, verdict }: { photo: PhotoOnBoard; state: PhotoState; verdict: Verdict | null }) {
  if (state.state !== "seen")
    return (
      <tr>
        <td>{photo.name}</td>
        <td colSpan={3}>{stateWords(state)}</td>
      </tr>
    );
  const { k, size, focalPx, sigmaCornerPx } = state.seen;
  const corner = ((k[0] + k[1] + k[2]) * Math.hypot(size[0], size[1])) / 2;
  return (
    <tr>
      <td>{photo.name}</td>
      <td className="text-right tabular-nums">
        {say("{corner} ± {sigmaCornerPx} px", { corner: signed(corner), sigmaCornerPx: fixed(sigmaCornerPx, 1) })}
      </td>
      <td className="text-right tabular-nums">{say("{mm} mm", { mm: fixed(equivalentOf(size, focalPx), 1) })}</td>
      <td>
        {verdict &&
          (verdict.counts
            ? verdict.off === null
              ? say("agrees")
              : say("agrees ({off} σ)", { off: fixed(verdict.off, 1) })
            : verdict.off === null
              ? say("disagrees by many σ: cropped, or another setting? Left out.")
              : say("disagrees by {off} σ: cropped, or another setting? Left out.", { off: fixed(verdict.off, 0) }))}
      </td>
    </tr>
  );
}

function stateWords(state: Exclude<PhotoState, { state: "seen" }>): string {
  switch (state.state) {
    case "waiting":
      return "";
    case "looking":
      return say("looking at its edges …");
    case "nothing":
      return say("tells nothing of such a lens: too little that is straight, or a fisheye");
    case "stitched":
      return say("says that it was stitched ({projection}); left out", { projection: state.projection });
    case "failed":
      return say("could not be looked at: {why}", { why: state.why });
  }
}

interface ResultParts {
  readonly photo: Photo;
  readonly used: NonNullable<ReturnType<typeof poolOf>>["used"];
  readonly pooled: PooledLens;
  readonly onClose: () => void;
}

function Result({ photo, used, pooled, onClose }: ResultParts) {
  const cache = useQueryClient();
  const { size } = used[0]!.seen;
  const unit = Math.hypot(size[0], size[1]) / 2;
  const count = used.length - pooled.disagree.length;
  const keep = useMutation({
    mutationFn: () => api.keepProfile(pooledProfile(pooled, size, used[0]!.photo, count)),
    onSuccess: async ({ document }) => {
      await cache.invalidateQueries({ queryKey: ["profiles"] });
      notify(
        photo.lens
          ? say("Kept as {name}. It is offered for every photo of this lens.", { name: document.name })
          : say("Kept as {name}. It stands under All profiles: these photos do not name their lens.", {
              name: document.name,
            }),
      );
      onClose();
    },
    onError: (error) => notify(say("The profile was not kept: {message}", { message: sayError(error) }), "error"),
  });
  const { k } = pooled;
  return (
    <section aria-label={say("Result")} className="space-y-2">
      <p>
        {sayWithBold(
          "{count, plural, one {# photo} other {# photos}} together: the lens displaces the corner by <b>{bow} ± {sigma} px</b>.",
          {
            count,
            bow: signed((k[0] + k[1] + k[2]) * unit),
            sigma: fixed(pooled.sigmaCorner * unit, 1),
          },
        )}{" "}
        {used.length < 3 && say("Two that differ would not be told apart, so look at a third if there is one.")}
      </p>
      <p className="tabular-nums">
        {say("± by radius: {places} of the way to the corner.", {
          places: RADII.map((r) =>
            say("{sigma} px at {share} %", {
              sigma: fixed(pooledSigmaAt(pooled, r) * unit, 2),
              share: fixed(100 * r, 0),
            }),
          ).join(", "),
        })}
      </p>
      <button className="btn btn-primary btn-sm" disabled={keep.isPending} onClick={() => keep.mutate()}>
        {say("Keep as a profile")}
      </button>
    </section>
  );
}
