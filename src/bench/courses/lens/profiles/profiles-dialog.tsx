"use client";

import { say, sayError } from "@/language";
import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type KeptProfile, type Photo, api } from "@/client";
import { useBench } from "@/client/bench-store";
import { takeProfileByHand } from "@/core/edits";
import { equivalentOf } from "@/core/camera";
import { type LensProfile, readProfile } from "@/core/lens";
import { Dialog, notify } from "@/ui";
import { ProfileEditor } from "./profile-editor";
import { saveFile } from "./save-file";

/** All kept profiles: taken by hand, changed, copied, exported, deleted and brought back, imported. */
export function ProfilesDialog({
  photo,
  all,
  onClose,
}: {
  photo: Photo;
  all: readonly KeptProfile[];
  onClose(): void;
}) {
  const bench = useBench();
  const equivalent =
    photo.equivalentMm ?? (bench.recipe.camera.focalPx ? equivalentOf(bench.size, bench.recipe.camera.focalPx) : null);
  const { edited, setEdited, refused, gone, trying, keep, remove } = useKeeping();
  return (
    <Dialog title={edited ? edited.document.name : say("Lens profiles")} onClose={onClose} wide>
      {edited ? (
        <ProfileEditor
          profile={edited.document}
          refused={refused}
          onKeep={(document) => void keep(document)}
          onBack={() => setEdited(null)}
        />
      ) : (
        <>
          {all.length === 0 && (
            <p className="mb-2">{say("None is kept yet. Import one, measure charts, or trace edges.")}</p>
          )}
          <ul>
            {all.map((kept) => (
              <Kept
                key={kept.id}
                profile={kept}
                equivalent={equivalent}
                onTake={(mm) => {
                  bench.edit(takeProfileByHand(kept.document, photo, bench.size, mm));
                  onClose();
                }}
                onChange={() => setEdited(kept)}
                onCopy={() =>
                  void trying(say("It was not copied"), () =>
                    api.keepProfile({ ...kept.document, name: `${kept.document.name}, copy` }),
                  )
                }
                onDelete={() => void remove(kept, true)}
              />
            ))}
          </ul>
          {gone && (
            <p role="status" className="mt-2">
              {say("{name} is deleted.", { name: gone.document.name })}{" "}
              <button className="btn btn-sm" onClick={() => void remove(gone, false)}>
                {say("Bring it back")}
              </button>
            </p>
          )}
          <Import onFile={(document) => void trying(say("It was not kept"), () => api.keepProfile(document))} />
        </>
      )}
    </Dialog>
  );
}

/** What is changed about kept profiles, and what the server says to it. */
function useKeeping() {
  const client = useQueryClient();
  const [edited, setEdited] = useState<KeptProfile | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [gone, setGone] = useState<KeptProfile | null>(null);
  const renew = (): Promise<void> => client.invalidateQueries({ queryKey: ["profiles"] });
  const trying = async (what: string, action: () => Promise<unknown>): Promise<boolean> => {
    try {
      await action();
      await renew();
      return true;
    } catch (error) {
      notify(`${what}: ${sayError(error as Error)}`, "error");
      return false;
    }
  };
  const keep = async (document: LensProfile): Promise<void> => {
    try {
      await api.changeProfile(edited!.id, { document });
      await renew();
      notify(say("{name} is kept.", { name: document.name }));
      setEdited(null);
      setRefused(null);
    } catch (error) {
      setRefused(sayError(error as Error));
    }
  };
  const remove = async (profile: KeptProfile, deleted: boolean): Promise<void> => {
    if (await trying(say("It was not changed"), () => api.changeProfile(profile.id, { deleted })))
      setGone(deleted ? profile : null);
  };
  return { edited, setEdited, refused, gone, trying, keep, remove };
}

interface KeptParts {
  profile: KeptProfile;
  /** Of the open photo, mm; null: it is not known. */
  equivalent: number | null;
  onTake(equivalent: number): void;
  onChange(): void;
  onCopy(): void;
  onDelete(): void;
}

/** A kept profile, and what can be done with it. */
function Kept({ profile: { document }, equivalent, onTake, onChange, onCopy, onDelete }: KeptParts) {
  return (
    <li className="ruled flex items-center gap-1.5 border-b py-1.5">
      <div className="min-w-0 grow">
        <b className="block truncate">{document.name}</b>
        <span className="muted text-[0.9rem]">{summary(document)}</span>
      </div>
      <button
        className="btn btn-sm"
        disabled={!equivalent}
        title={equivalent ? say("Take it on the open photo") : say("State the photo's focal length first")}
        onClick={() => onTake(equivalent!)}
      >
        {say("Take")}
      </button>
      <button className="btn btn-ghost btn-sm" onClick={onChange}>
        {say("Change")}
      </button>
      <button className="btn btn-ghost btn-sm" onClick={onCopy}>
        {say("Copy")}
      </button>
      <button
        className="btn btn-ghost btn-sm"
        onClick={() => saveFile(`${document.name}.lens.json`, JSON.stringify(document, null, 1))}
      >
        {say("Export")}
      </button>
      <button
        className="btn btn-ghost btn-sm"
        aria-label={say("Delete {name}", { name: document.name })}
        onClick={onDelete}
      >
        ×
      </button>
    </li>
  );
}

function summary({ lens, distortion }: LensProfile): string {
  const focals = [...new Set(distortion.map((d) => d.focalMm))].sort((a, b) => a - b);
  return say("{lens}; measured at {focals} mm", {
    lens: lens.join(", ") || say("no lens named"),
    focals: focals.join(", "),
  });
}

function Import({ onFile }: { onFile(document: LensProfile): void }) {
  const input = useRef<HTMLInputElement>(null);
  const bring = async (file: File): Promise<void> => {
    try {
      onFile(readProfile(JSON.parse(await file.text())));
    } catch (error) {
      const text = error instanceof SyntaxError ? say("the file is not JSON.") : sayError(error as Error);
      notify(say("{name} was not taken: {text}", { name: file.name, text }), "error");
    }
  };
  return (
    <div className="mt-3">
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="hidden"
        aria-label={say("Profile file")}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) void bring(file);
        }}
      />
      <button className="btn btn-sm" onClick={() => input.current?.click()}>
        {say("Import …")}
      </button>
    </div>
  );
}
