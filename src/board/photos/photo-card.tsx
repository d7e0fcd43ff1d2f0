"use client";

import { say } from "@/language";
import Link from "next/link";
import { type DragEvent, type MouseEvent, useState } from "react";
import type { PhotoOnBoard } from "@/client";
import { grouped } from "@/ui";
import { COLUMNS, blendWords, bracketWords } from "./columns";
import { type Density, type InBracket, stateOf } from "./listing";
import { CourseStones, OutOfTrue, TakeOut, Unreadable, Versions } from "./photo-parts";
import { PhotoPicture } from "./photo-picture";
import { StateMark } from "./state-words";

export interface PhotoPlaceProps {
  readonly photo: PhotoOnBoard;
  readonly density: Density;
  readonly bracket: InBracket | undefined;
  /** Where it lies, CSS pixels. */
  readonly place: { readonly left: number; readonly top: number; readonly width: number; readonly height: number };
  readonly isChosen: boolean;
  /** @param range whether all up to it are meant. */
  onChoose(range: boolean): void;
  /** A link to it is being followed. */
  onFollow(): void;
  onDelete(): void;
  /** A menu is asked for, CSS pixels of the window. */
  onMenu(at: readonly [number, number]): void;
  /** Another photo was let go on this one. @param from its id. */
  onDrop(from: string): void;
}

/** How a photo that is dragged is told from files. */
const DRAGGED = "application/x-flat-stone-photo";

/** A photo on the board, in one of three sizes. */
export function PhotoPlace(props: PhotoPlaceProps) {
  const { photo, density, place, isChosen, onChoose, onMenu, onDrop } = props;
  const [isUnder, setUnder] = useState(false);
  const takes = (e: DragEvent): boolean => e.dataTransfer.types.includes(DRAGGED);
  // With Ctrl or Shift a press anywhere chooses instead of opening.
  const choose = (e: MouseEvent): void => {
    if (!e.ctrlKey && !e.metaKey && !e.shiftKey) return;
    e.preventDefault();
    e.stopPropagation();
    onChoose(e.shiftKey);
  };
  const shape = density === "lines" ? "flex items-center gap-3 px-2" : "flex flex-col";
  return (
    <li
      data-photo={photo.id}
      data-chosen={isChosen || undefined}
      onClickCapture={choose}
      onContextMenu={(e) => {
        e.preventDefault();
        onMenu([e.clientX, e.clientY]);
      }}
      draggable
      onDragStart={(e) => {
        e.dataTransfer.setData(DRAGGED, photo.id);
        e.dataTransfer.effectAllowed = "copy";
      }}
      onDragOver={(e) => {
        if (!takes(e)) return;
        e.preventDefault();
        e.stopPropagation();
        setUnder(true);
      }}
      onDragLeave={() => setUnder(false)}
      onDrop={(e) => {
        if (!takes(e)) return;
        e.preventDefault();
        e.stopPropagation();
        setUnder(false);
        const from = e.dataTransfer.getData(DRAGGED);
        if (from && from !== photo.id) onDrop(from);
      }}
      style={place}
      className={`ruled absolute overflow-hidden rounded border bg-base-100 select-none ${shape} ${isChosen ? "outline-2 outline-primary" : ""} ${isUnder ? "outline-3 outline-accent outline-dashed" : ""}`}
    >
      {density === "lines" ? <Line {...props} /> : <Card {...props} />}
    </li>
  );
}

const hrefOf = ({ shown }: PhotoOnBoard): string => (shown ? `/bench/${shown.versionId}` : "#");

function Choice({ photo, isChosen, onChoose }: Pick<PhotoPlaceProps, "photo" | "isChosen" | "onChoose">) {
  return (
    <input
      type="checkbox"
      className="checkbox size-[24px] bg-base-100"
      aria-label={say("Choose {name}", { name: photo.name })}
      checked={isChosen}
      onChange={(e) => onChoose((e.nativeEvent as unknown as globalThis.MouseEvent).shiftKey === true)}
    />
  );
}

function Card(props: PhotoPlaceProps) {
  const { photo, density, bracket, onFollow, onDelete } = props;
  const href = hrefOf(photo);
  const isLarge = density === "large";
  return (
    <>
      <Link
        href={href}
        onClick={onFollow}
        prefetch={false}
        aria-label={say("Work on {name}", { name: photo.name })}
        draggable={false}
        className="relative block aspect-[3/2] shrink-0 bg-(--surround)"
      >
        <PhotoPicture photo={photo} />
      </Link>
      <span className="absolute top-2 left-2 flex">
        <Choice {...props} />
      </span>
      {isLarge ? (
        <>
          <div className="flex gap-2 p-3 pb-1">
            <div className="min-w-0 grow">
              <Link href={href} onClick={onFollow} prefetch={false} className="block truncate font-semibold">
                {photo.name}
              </Link>
              <p className="muted truncate">
                {grouped(photo.width)} × {grouped(photo.height)}
                {bracket && ` · ${bracketWords(bracket, photo.bracket)}`}
                {photo.blended && ` · ${blendWords(photo.blended)}`}
                {photo.lens && ` · ${photo.lens}`}
                {photo.focalMm && ` ${say("at {focalMm} mm", { focalMm: photo.focalMm })}`}
              </p>
            </div>
            <TakeOut name={photo.name} onDelete={onDelete} />
          </div>
          <CourseStones laid={photo.laid} />
          <div className="flex min-w-0 items-baseline gap-3 px-3 text-[0.9rem]">
            <StateMark state={stateOf(photo)} why={photo.shown?.review} />
            <OutOfTrue photo={photo} />
            <Versions photo={photo} />
          </div>
          {photo.unreadable.length > 0 && <Unreadable names={photo.unreadable} />}
        </>
      ) : (
        <Link
          href={href}
          onClick={onFollow}
          prefetch={false}
          className="truncate px-1.5 text-[0.85rem] leading-6"
          title={photo.name}
        >
          {photo.name}
        </Link>
      )}
    </>
  );
}

function Line(props: PhotoPlaceProps) {
  const { photo, bracket, onFollow, onDelete } = props;
  const href = hrefOf(photo);
  return (
    <>
      <Choice {...props} />
      <Link
        href={href}
        onClick={onFollow}
        prefetch={false}
        aria-label={say("Work on {name}", { name: photo.name })}
        draggable={false}
        className="relative block h-11 w-16 shrink-0 bg-(--surround)"
      >
        <PhotoPicture photo={photo} />
      </Link>
      <Link href={href} onClick={onFollow} prefetch={false} className="w-48 shrink-0 truncate font-semibold">
        {photo.name}
      </Link>
      {COLUMNS.map(({ key, shape, cell }) => (
        <span key={key} data-column={key} className={shape}>
          {cell(photo, bracket)}
        </span>
      ))}
      <Versions photo={photo} />
      <TakeOut name={photo.name} onDelete={onDelete} />
    </>
  );
}
