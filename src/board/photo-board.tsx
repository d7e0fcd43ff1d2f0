"use client";

import { say, sayError } from "@/language";
import { useQueryClient } from "@tanstack/react-query";
import { ImagePlus } from "lucide-react";
import Link from "next/link";
import { useMemo } from "react";
import { useDropzone } from "react-dropzone";
import { atMostEvery } from "@/client/at-most-every";
import { useUploads } from "@/client/upload-queue";
import type { VisitStyle } from "@/core/answers";
import type { Captions as Said } from "@/core/contract";
import { Header } from "@/ui";
import { Captions } from "./captions";
import { EmptyPlace, LetGo } from "./empty-place";
import { HouseStyle } from "./house-style";
import { PhotoTable } from "./photo-table";
import { UploadList } from "./upload-list";
import { photosKey, usePhotos } from "./use-photos";
import { useTakingOut } from "./use-taking-out";

/** While photos arrive the list is fetched again this often, ms. */
const REFRESHED_MS = 1500;

interface Props {
  id: string;
  name: string;
  style: VisitStyle;
  captions: Said;
}

/** One assignment: its photos, and a place to drop more anywhere on the page. */
export function PhotoBoard({ id, name, style, captions }: Props) {
  const cache = useQueryClient();
  const add = useUploads((s) => s.add);
  const { photos, isWhole, error, isPending } = usePhotos(id);
  // Of hundreds of photos each would have the list fetched anew.
  const refresh = useMemo(
    () => atMostEvery(REFRESHED_MS, () => void cache.invalidateQueries({ queryKey: photosKey(id) })),
    [cache, id],
  );
  const takeOut = useTakingOut(id);
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
      <main className="mx-auto w-full max-w-[140rem] grow p-6">
        <div className="mb-5 flex items-end justify-between gap-4">
          <div className="min-w-0">
            <h1 className="truncate text-2xl font-semibold">{name}</h1>
            <p className="muted">
              {say("Drop photos anywhere on this page. JPEG, PNG, TIFF, WebP, HEIF or raw, up to 250 megapixels.")}
            </p>
          </div>
          <div className="flex shrink-0 gap-2">
            <Captions id={id} captions={captions} />
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
              message: sayError(error),
            })}
          </p>
        )}
        {isPending && <p className="muted">{say("Fetching …")}</p>}
        {photos?.length === 0 && (
          <EmptyPlace>
            {say("No photos yet. Drop the pictures of this visit here; the originals are kept as they are.")}
          </EmptyPlace>
        )}
        {photos && photos.length > 0 && (
          <PhotoTable assignment={{ id, name }} photos={photos} isWhole={isWhole} onTakeOut={takeOut} />
        )}
      </main>
      {isDragActive && <LetGo>{say("Let go to add the photos")}</LetGo>}
    </div>
  );
}
