"use client";

import { say } from "@/language";
import { useQuery } from "@tanstack/react-query";
import { type ComponentType, useEffect, useMemo } from "react";
import { type Photo, api, previewUrl } from "@/client";
import { fetchPictureEarly } from "@/client/picture/early";
import type { Recipe } from "@/core/recipe";
import { Loaded, fetchAhead } from "./courses/loaded";
import type { Opened } from "./opened";

/** The Bench lives in the browser only: canvas and WebGL2 have no meaning on the server. */
const load = (): Promise<ComponentType<{ opened: Opened }>> => import("./bench").then((m) => m.Bench);

/** Fetches the Bench's code before it is asked for; then it is drawn at once. */
export const warmBench = (): Promise<void> => fetchAhead(load);

/** The Bench, and until it is set up the photo as it was shot about where it will lie, which the first answer can show. */
export function BenchLoader({ opened }: { opened: Omit<Opened, "recipe"> & { readonly recipe: Recipe | null } }) {
  const { version, recipe } = opened;
  // A long recipe is asked for by itself.
  const { data, error } = useQuery({
    queryKey: ["long-recipe", version.id, opened.revision],
    queryFn: async () => (await api.version(version.id)).recipe,
    enabled: recipe === null,
    staleTime: Infinity,
  });
  const { sha256 } = opened.photo;
  useEffect(() => fetchPictureEarly(sha256), [sha256]);
  const whole = recipe ?? data;
  const ready = useMemo((): Opened | null => (whole ? { ...opened, recipe: whole } : null), [opened, whole]);
  if (error) throw error;
  return (
    <>
      <FirstLook photo={opened.photo} />
      <div className="relative">{ready && <Loaded load={load} parts={{ opened: ready }} />}</div>
    </>
  );
}

function FirstLook({ photo }: { photo: Photo }) {
  return (
    <div className="fixed inset-0 bg-(--surround)">
      <img
        src={previewUrl(photo.sha256, "thumb")}
        alt=""
        data-testid="first-look"
        className="absolute top-[158px] left-[122px] h-[calc(100vh-258px)] w-[calc(100vw-452px)] object-contain"
      />
      <p className="absolute bottom-3 left-1/2 -translate-x-1/2 rounded bg-base-100 px-3 py-1">
        {say("Setting up the Bench …")}
      </p>
    </div>
  );
}
