"use client";

import { put, say, sayError } from "@/language";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Photo, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { takeProfile } from "@/core/edits";
import { notify, sayWithBold } from "@/ui";
import { isOpen } from "../../../own-edges/look";
import { IN_THE_FILE, type KeptProposal, useProfiles } from "../../../own-edges/use-profiles";
import { ChartDialog } from "../chart-dialog";
import { VisitDialog } from "../visit/visit-dialog";
import { ProfilesDialog } from "./profiles-dialog";

/** The profile that fits the photo, why, and one press to take it; taken together by the visit's photos of that lens. */
export function ProfilePart({ photo }: { photo: Photo }) {
  const bench = useBench();
  const { lens } = bench.recipe;
  const { all, proposals } = useProfiles(photo);
  const [chosen, setChosen] = useState(0);
  const [measuring, setMeasuring] = useState(false);
  const [visiting, setVisiting] = useState(false);
  const [listing, setListing] = useState(false);
  const proposal = proposals[chosen] ?? proposals[0];
  const taken = lens.from === "profile" ? lens.profile : null;
  return (
    <section className="ruled border-b px-3.5 pb-2.5" aria-label={say("Profile")}>
      {taken ? (
        <p className="mb-1.5">
          {proposal?.profile.name === taken
            ? sayWithBold("Profile <b>{taken}</b> taken: {reason}", {
                taken,
                reason: put(proposal.reason).replace(/^.*?: /, ""),
              })
            : sayWithBold("Profile <b>{taken}</b> taken.", { taken })}
        </p>
      ) : proposal ? (
        <p className="mb-1.5">{put(proposal.reason)}</p>
      ) : (
        <p className="mb-1.5">{why(photo, all.length)}</p>
      )}
      {proposal?.caution && <p className="mb-1.5">{put(proposal.caution)}</p>}
      {proposals.length > 1 && (
        <select
          className="select select-sm mb-1.5"
          aria-label={say("Profiles that fit")}
          value={chosen}
          onChange={(e) => setChosen(Number(e.target.value))}
        >
          {proposals.map((p, i) => (
            <option key={p.profile.id} value={i}>
              {p.profile.name}
            </option>
          ))}
        </select>
      )}
      <div className="flex flex-wrap gap-1.5">
        {proposal && taken !== proposal.profile.name && (
          <button
            className={`btn btn-sm ${isOpen(bench) ? "" : "btn-primary"}`}
            title="L"
            onClick={() => bench.edit(takeProfile(proposal, photo, bench.size))}
          >
            {say("Take this profile (L)")}
          </button>
        )}
        {proposal && proposal.profile.id !== IN_THE_FILE && <OnTheOthers photo={photo} proposal={proposal} />}
        <button className="btn btn-ghost btn-sm" onClick={() => setListing(true)}>
          {say("All profiles …")}
        </button>
        <button className="btn btn-ghost btn-sm" onClick={() => setMeasuring(true)}>
          {say("From charts …")}
        </button>
        <button className="btn btn-ghost btn-sm" onClick={() => setVisiting(true)}>
          {say("From the visit …")}
        </button>
      </div>
      {listing && <ProfilesDialog photo={photo} all={all} onClose={() => setListing(false)} />}
      {visiting && <VisitDialog photo={photo} onClose={() => setVisiting(false)} />}
      {measuring && <ChartDialog assignmentId={photo.assignmentId} onClose={() => setMeasuring(false)} />}
    </section>
  );
}

function why(photo: Photo, kept: number): string {
  if (!photo.lens)
    return say(
      "The photo does not say which lens took it. State its focal length, trace edges, or set the bow by hand.",
    );
  if (kept === 0) return say("No profiles are kept yet. Import one, trace edges, or set the bow by hand.");
  return photo.focalMm
    ? say("No kept profile knows {lens} at {focalMm} mm. Trace edges, or set the bow by hand.", {
        lens: photo.lens,
        focalMm: photo.focalMm,
      })
    : say("No kept profile knows {lens}. Trace edges, or set the bow by hand.", { lens: photo.lens });
}

function OnTheOthers({ photo, proposal }: { photo: Photo; proposal: KeptProposal }) {
  const { versionId } = useBench();
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const take = async (): Promise<void> => {
    setBusy(true);
    try {
      const { photos } = await api.takeProfile(photo.assignmentId, proposal.profile.id, photo.lens!, versionId);
      notify(
        photos === 0
          ? say("No other photo was waiting for it.")
          : say("Taken on {photos} more {photos, plural, one {photo} other {photos}} of this visit.", { photos }),
      );
      await client.invalidateQueries({ queryKey: ["photos"] });
    } catch (error) {
      notify(say("It could not be taken on the others: {message}", { message: sayError(error as Error) }), "error");
    } finally {
      setBusy(false);
    }
  };
  return (
    <button
      className="btn btn-sm"
      disabled={busy}
      title={say("Photos of this visit with the same lens, where the Lens course is untouched")}
      onClick={() => void take()}
    >
      {say("On the visit’s others too")}
    </button>
  );
}
