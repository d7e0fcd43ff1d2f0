"use client";

import Link from "next/link";
import { useState } from "react";
import { type PhotoOnBoard, borderUrl } from "@/client";
import { BORDERS, type Border, STRIP } from "@/core/contract";
import { say } from "@/language";
import { outOfTrueWords } from "../photos/columns";

const WORDS: Record<Border, () => string> = {
  left: () => say("Left"),
  right: () => say("Right"),
  top: () => say("Top"),
  bottom: () => say("Bottom"),
};

/** Fine lines that are plumb, or level, over a strip: light and dark, so that one of both is seen. */
const LINES_APART = STRIP / 4;

interface Props {
  photos: readonly PhotoOnBoard[];
  onOpen(photo: PhotoOnBoard): void;
  onClose(): void;
}

/**
 * One border of many corrected photos side by side, at full size across and squeezed along it, so that a lean shows many times
 * as large; against lines that are plumb, or level.
 */
export function BorderView({ photos, onOpen, onClose }: Props) {
  const [border, setBorder] = useState<Border>("left");
  const [squeezed, setSqueezed] = useState(true);
  const stands = border === "left" || border === "right";
  const shown = photos.filter((p) => p.shown);
  return (
    <dialog
      ref={(element) => {
        if (element && !element.open) element.showModal();
      }}
      className="m-0 flex h-screen max-h-none w-screen max-w-none flex-col bg-base-200 p-0 text-base-content"
      aria-label={say("Borders")}
      onClose={onClose}
    >
      <header className="ruled flex flex-wrap items-center gap-3 border-b bg-base-100 px-4 py-2">
        <h2 className="text-lg font-semibold">{say("Borders")}</h2>
        <div className="join" role="group" aria-label={say("Which border")}>
          {BORDERS.map((b) => (
            <button
              key={b}
              className={`btn join-item btn-sm ${b === border ? "btn-neutral" : ""}`}
              aria-pressed={b === border}
              onClick={() => setBorder(b)}
            >
              {WORDS[b]()}
            </button>
          ))}
        </div>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="toggle toggle-sm"
            checked={squeezed}
            onChange={(e) => setSqueezed(e.target.checked)}
          />
          {say("Squeezed")}
        </label>
        <p className="muted min-w-0 grow truncate">
          {squeezed
            ? stands
              ? say("Each border is squeezed to the window's height: what leans shows more.")
              : say("Each border is squeezed to the window's width: what slopes shows more.")
            : say("One pixel of the photo is one of the screen.")}
        </p>
        <form method="dialog">
          <button className="btn btn-ghost btn-sm">{say("Close")}</button>
        </form>
      </header>
      <ul
        aria-label={WORDS[border]()}
        dir="ltr"
        className={`m-0 min-h-0 grow list-none overflow-auto p-4 ${stands ? "flex gap-4" : "flex flex-col gap-3"}`}
      >
        {shown.map((photo) => (
          <Strip
            // Another border, or another state, is another picture.
            key={`${photo.id} ${border} ${photo.shown!.revision}`}
            {...{ photo, border, stands, squeezed }}
            onOpen={() => onOpen(photo)}
          />
        ))}
      </ul>
    </dialog>
  );
}

interface StripProps {
  photo: PhotoOnBoard;
  border: Border;
  /** Whether it is a border that stands. */
  stands: boolean;
  squeezed: boolean;
  onOpen(): void;
}

function Strip({ photo, border, stands, squeezed, onOpen }: StripProps) {
  const [failed, setFailed] = useState(false);
  const { versionId, revision, figures } = photo.shown!;
  const untrue = figures?.outOfTrue ?? null;
  const way = stands ? "to right" : "to bottom";
  const lines = `repeating-linear-gradient(${way}, transparent 0 ${LINES_APART - 1}px, rgb(255 255 255 / 0.65) ${LINES_APART - 1}px ${LINES_APART}px)`;
  // Squeezed it takes the room there is; at full size it makes its own.
  const size = squeezed ? "absolute inset-0 h-full w-full" : stands ? "w-[160px]" : "h-[160px] max-w-none";
  return (
    <li
      className={`flex shrink-0 flex-col ${stands ? `w-[160px] ${squeezed ? "h-full" : ""}` : squeezed ? "w-full" : "w-max"}`}
    >
      <Link
        href={`/bench/${versionId}`}
        prefetch={false}
        onClick={onOpen}
        className="flex items-baseline gap-2 truncate pb-1 text-[0.9rem] font-semibold"
      >
        <span className="min-w-0 truncate">{photo.name}</span>
        {untrue !== null && <span className="muted font-normal tabular-nums">{outOfTrueWords(untrue)}</span>}
      </Link>
      <div
        className={`relative min-h-0 bg-(--surround) ${stands && squeezed ? "grow" : ""} ${stands ? "" : "h-[160px]"}`}
      >
        {failed ? (
          <p className="muted p-2">{say("It cannot be shown.")}</p>
        ) : (
          <img
            src={borderUrl(versionId, revision, border)}
            alt={say("Border of {name}", { name: photo.name })}
            loading="lazy"
            draggable={false}
            onError={() => setFailed(true)}
            className={`block object-fill ${size}`}
          />
        )}
        <span
          aria-hidden
          className="pointer-events-none absolute inset-0 mix-blend-difference"
          style={{ backgroundImage: lines }}
        />
      </div>
    </li>
  );
}
