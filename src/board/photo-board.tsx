"use client";

import { say } from "@/core/language";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ImagePlus } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import { useDropzone } from "react-dropzone";
import { type PhotoOnBoard, api } from "@/client";
import { keepOrder } from "@/client/visit-order";
import type { BatchAction } from "@/core/contract";
import { useUploads } from "@/client/upload-queue";
import { Header, useNotices } from "@/ui";
import type { VisitStyle } from "@/core/answers";
import { HouseStyle } from "./house-style";
import { BatchReport } from "./many/batch-report";
import { CourseDialog } from "./many/course-dialog";
import { ManyBar } from "./many/many-bar";
import { SetDialog } from "./many/set-dialog";
import { SetReport } from "./many/set-report";
import { useBatches } from "./many/use-batches";
import { useSets } from "./many/use-sets";
import { ALL, DENSITIES, type Density, listed } from "./photos/listing";
import { ListingBar } from "./photos/listing-bar";
import { PhotoLattice } from "./photos/photo-lattice";
import { NONE, among } from "./photos/selection";
import { UploadList } from "./upload-list";

/** One assignment: its photos, and a place to drop more anywhere on the page. */
export function PhotoBoard({ id, name, style }: { id: string; name: string; style: VisitStyle }) {
  const cache = useQueryClient();
  const show = useNotices((s) => s.show);
  const add = useUploads((s) => s.add);
  const { data, error, isPending } = useQuery({ queryKey: ["photos", id], queryFn: () => api.photos(id) });
  const refresh = useCallback(() => void cache.invalidateQueries({ queryKey: ["photos", id] }), [cache, id]);
  const change = useMutation({
    mutationFn: ({ photo, deleted }: { photo: string; deleted: boolean }) => api.changePhoto(photo, { deleted }),
    onSettled: refresh,
    onError: (e: Error) => show({ text: e.message, kind: "error" }),
  });
  const remove = async (gone: readonly PhotoOnBoard[]): Promise<void> => {
    const [first] = gone;
    await Promise.all(gone.map((p) => change.mutateAsync({ photo: p.id, deleted: true }))).then(
      () =>
        show({
          text:
            gone.length === 1
              ? say("{photoName} is taken out.", { photoName: first!.name })
              : say("{count} photos are taken out.", { count: gone.length }),
          kind: "info",
          action: {
            label: gone.length === 1 ? say("Bring it back") : say("Bring them back"),
            run: () => gone.forEach((p) => change.mutate({ photo: p.id, deleted: false })),
          },
        }),
      () => undefined,
    );
  };
  const router = useRouter();
  const [listing, setListing] = useState(ALL);
  const [density, setDensity] = useDensity();
  const [selected, setSelection] = useState(NONE);
  const photos = useMemo(() => listed(data ?? [], listing), [data, listing]);
  const selection = among(
    selected,
    photos.map((p) => p.id),
  );
  const chosen = photos.filter((p) => selection.chosen.has(p.id));
  const batches = useBatches(id);
  const sets = useSets(id);
  const [isDelivering, setDelivering] = useState(false);
  const doToChosen = (action: BatchAction): void => {
    batches.begin(
      chosen.map((p) => p.id),
      action,
    );
    setSelection(NONE);
    setInCourses(false);
  };
  const [isInCourses, setInCourses] = useState(false);
  /** What the Bench goes on to from here: what is chosen, else all that is shown. */
  const keepFor = (photo: PhotoOnBoard): void => {
    const those = chosen.length > 1 && selection.chosen.has(photo.id) ? chosen : photos;
    keepOrder({
      assignmentId: id,
      photos: those.flatMap((p) => (p.shown ? [{ id: p.id, versionId: p.shown.versionId, sha256: p.sha256 }] : [])),
    });
  };
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files) => add(id, files, refresh),
  });
  return (
    <div {...getRootProps()} className="relative flex min-h-screen flex-col">
      <input {...getInputProps()} aria-label={say("Photos to add")} data-testid="photo-input" />
      <Header
        crumbs={
          <>
            <Link href="/" className="link-hover">
              {say("Assignments")}
            </Link>
            <span>/</span>
            <b className="truncate font-semibold text-base-content">{name}</b>
          </>
        }
      />
      <main className="mx-auto w-full max-w-6xl grow p-6">
        <div className="mb-5 flex items-end justify-between gap-4">
          <div className="min-w-0">
            <h1 className="truncate text-2xl font-semibold">{name}</h1>
            <p className="muted">
              {say("Drop photos anywhere on this page. JPEG, PNG, TIFF, WebP or DNG, up to 250 megapixels.")}
            </p>
          </div>
          <div className="flex shrink-0 gap-2">
            <HouseStyle id={id} style={style} />
            <button className="btn btn-primary btn-sm" onClick={open}>
              <ImagePlus size={16} /> {say("Add photos")}
            </button>
          </div>
        </div>
        <UploadList assignmentId={id} />
        {error && (
          <p role="alert">
            {say("The photos could not be fetched: {message} They are safe; reload to try again.", {
              message: error.message,
            })}
          </p>
        )}
        {isPending && <p className="muted">{say("Fetching …")}</p>}
        {data?.length === 0 && (
          <p className="ruled rounded border border-dashed p-14 text-center">
            {say("No photos yet. Drop the pictures of this visit here; the originals are kept as they are.")}
          </p>
        )}
        {batches.newest && data && (
          <BatchReport
            key={batches.newest.id}
            batch={batches.newest}
            photos={data}
            onStop={batches.stop}
            onUndo={batches.undo}
          />
        )}
        {sets.newest && <SetReport key={sets.newest.id} set={sets.newest} onStop={sets.stop} />}
        {isInCourses && chosen.length > 0 && (
          <CourseDialog photos={chosen} onDo={doToChosen} onClose={() => setInCourses(false)} />
        )}
        {isDelivering && chosen.length > 0 && (
          <SetDialog
            photos={chosen}
            assignment={name}
            isBusy={sets.order.isPending}
            onClose={() => setDelivering(false)}
            onOrder={(asked) =>
              sets.order.mutate(
                { ...asked, photoIds: chosen.map((p) => p.id) },
                {
                  onSuccess: () => {
                    setDelivering(false);
                    setSelection(NONE);
                  },
                },
              )
            }
          />
        )}
        {data && data.length > 0 && (
          <>
            <ListingBar
              listing={listing}
              density={density}
              count={photos.length}
              of={data.length}
              onListing={setListing}
              onDensity={setDensity}
            />
            <PhotoLattice
              photos={photos}
              density={density}
              selection={selection}
              onSelect={setSelection}
              onOpen={(photo) => {
                keepFor(photo);
                if (photo.shown) router.push(`/bench/${photo.shown.versionId}`);
              }}
              onDelete={(gone) => void remove(gone)}
            />
            {photos.length === 0 && <p className="muted">{say("No photo is like that.")}</p>}
          </>
        )}
        {chosen.length > 0 && (
          <ManyBar
            count={chosen.length}
            isBusy={batches.isBusy}
            onTrueUp={() => doToChosen({ kind: "true-up" })}
            onReset={() => doToChosen({ kind: "reset" })}
            onNewVersion={() => doToChosen({ kind: "new-version" })}
            onCourses={() => setInCourses(true)}
            onDeliver={() => setDelivering(true)}
            onTakeOut={() => void remove(chosen)}
            onNone={() => setSelection(NONE)}
          />
        )}
      </main>
      {isDragActive && (
        <div className="pointer-events-none absolute inset-3 grid place-content-center rounded border-2 border-dashed border-accent bg-base-100/80 text-xl font-semibold">
          {say("Let go to add the photos")}
        </div>
      )}
    </div>
  );
}

const DENSITY_KEY = "flat-stone-density";

/** How large photos are shown; remembered in this browser. */
function useDensity(): readonly [Density, (next: Density) => void] {
  const [density, set] = useState<Density>(() => {
    const kept = typeof localStorage === "undefined" ? null : localStorage.getItem(DENSITY_KEY);
    return DENSITIES.find((d) => d === kept) ?? "large";
  });
  const keep = (next: Density): void => {
    localStorage.setItem(DENSITY_KEY, next);
    set(next);
  };
  return [density, keep];
}
